import type { Node } from '@xyflow/react'
import { expect, it } from 'vitest'
import { kept } from './kept-nodes.ts'

const node = (id: string, x: number, more: Partial<Node> & { label?: string } = {}): Node => ({
  id,
  type: 'part',
  position: { x, y: 0 },
  data: { hung: { part: id, x, y: 0, width: 100, label: more.label ?? id } },
  width: 100,
  height: 60,
})
const measured = { width: 100, height: 60 }

it('what hangs as before is the very node it was', () => {
  const now = [node('V1', 0), node('V2', 200)].map((one) => ({ ...one, measured }))
  const next = kept(now, [node('V1', 0), node('V2', 200)], undefined)
  expect([next[0] === now[0], next[1] === now[1]]).toEqual([true, true])
})

it('what moved keeps what it is drawn by and how large it was found to be; what is drawn otherwise does not', () => {
  const now = [node('V1', 0), node('V2', 200)].map((one) => ({ ...one, measured }))
  const [moved, renamed] = kept(now, [node('V1', 60), node('V2', 200, { label: 'Gallery' })], undefined)
  expect(moved).not.toBe(now[0])
  expect([moved!.position.x, moved!.data === now[0]!.data, moved!.measured]).toEqual([60, true, measured])
  expect(renamed!.data).toMatchObject({ hung: { label: 'Gallery' } })
})

it('what is taken down goes, what is hung comes, in the order of the wall', () => {
  const next = kept([node('V1', 0), node('V2', 200)], [node('V3', 400), node('V2', 200)], undefined)
  expect(next.map(({ id }) => id)).toEqual(['V3', 'V2'])
})

it('the part in hand is marked, and let go it is not', () => {
  const now = [node('V1', 0), node('V2', 200)]
  const taken = kept(now, now, 'V2')
  expect(taken.map(({ selected }) => selected === true)).toEqual([false, true])
  expect(taken[0]).toBe(now[0])
  const other = kept(taken, now, 'V1')
  expect(other.map(({ selected }) => selected === true)).toEqual([true, false])
  expect(kept([], now, 'V1').map(({ selected }) => selected === true)).toEqual([true, false])
})
