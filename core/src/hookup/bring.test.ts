import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { noCircuit } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { copyOf } from '../testing/benches.ts'
import { bringList } from './bring.ts'
import { runSheet } from './run-sheet.ts'

const listOf = (plan: Job, wall: Job) => bringList(runSheet(plan, wall), wall)
const countOf = (list: ReturnType<typeof listOf>, ends: string) =>
  list.filter(({ what }) => what.includes(ends)).reduce((sum, { count }) => sum + count, 0)

describe('what to bring', () => {
  const plan = kestrelPoint()
  const splices = Object.values(plan.parts).filter(({ kind }) => kind.startsWith('joint/')).length

  it('for new work is every part, every splice by its ways, every cable by its length', () => {
    const list = listOf(plan, { ...plan, ...noCircuit() })
    expect(countOf(list, 'connector')).toBe(splices)
    expect(countOf(list, '')).toBe(
      Object.keys(plan.parts).length +
        Object.values(plan.cables).reduce((sum, { length }) => sum + Math.ceil(length), 0),
    )
    expect(list.find(({ what }) => what === kindOf(plan.parts.B1!)!.name)).toMatchObject({ count: 1, unit: '' })
    expect(list.filter(({ unit }) => unit === 'm').map(({ what }) => what)).toEqual(['cable, 3 cores'])
  })

  it('for a wall that hangs as planned is nothing', () => expect(listOf(plan, plan)).toEqual([]))

  it('for one conductor that is missing is a new connector for the splice it goes into, and no more', () => {
    const wall = copyOf(plan)
    const [id] = Object.entries(wall.wires).find(([, { from, to }]) => from.part === 'V2' && to.part.startsWith('S'))!
    delete wall.wires[id]
    expect(listOf(plan, wall)).toEqual([{ what: expect.stringMatching(/ connector, \d ways$/), count: 1, unit: '' }])
  })

  it('for a valve that hangs as another kind is the new one; for a cable that is not run yet its length', () => {
    const wall = copyOf(plan)
    wall.parts.V2!.kind = 'valve/motor-4'
    plan.parts.V2!.kind = 'valve/stored-charge'
    expect(countOf(listOf(plan, wall), kindOf(plan.parts.V2!)!.name)).toBe(1)
    const [cable] = Object.keys(wall.cables)
    delete wall.cables[cable!]
    expect(listOf(plan, wall).filter(({ unit }) => unit === 'm')).toEqual([
      { what: 'cable, 3 cores', count: Math.ceil(plan.cables[cable!]!.length), unit: 'm' },
    ])
  })

  it('sleeves are for both ends of what is landed, and none for what only moves', () => {
    const sleeved = copyOf(plan)
    const [id, wire] = Object.entries(sleeved.wires).find(([, { from, to }]) => [from.part, to.part].includes('TS2'))!
    wire.sleeve = 'brown'
    const wall = copyOf(sleeved)
    delete wall.wires[id]
    expect(countOf(listOf(sleeved, wall), 'brown sleeve')).toBe(2)
    wall.wires[id] = copyOf(wire)
    const moved = wall.wires[id]!
    const end = moved.to.part === 'TS2' ? moved.to : moved.from
    end.part = 'TS3'
    expect(runSheet(sleeved, wall).joins.map(({ does }) => does)).toEqual(['move'])
    expect(countOf(listOf(sleeved, wall), 'sleeve')).toBe(0)
  })
})
