import { describe, expect, it } from 'vitest'
import { mendableIn, mended } from './mendable.ts'
import type { NotTaken } from './not-taken.ts'

const entry = (body: unknown): NotTaken => ({ id: 'e1', why: 'No.', what: 'entry', of: { id: 'e1', body } })
const edit = (...patches: { path: (string | number)[]; value?: unknown }[]): NotTaken => ({
  id: 'x1',
  why: 'No.',
  what: 'edit',
  of: { id: 'x1', name: 'Run', inverse: [], patches: patches.map((patch) => ({ op: 'replace' as const, ...patch })) },
})
const named = (one: NotTaken) => mendableIn(one).map(({ name, value }) => [name, value])

describe('what a hand may write otherwise', () => {
  it('of an entry its words and figures, not what it is or where it was', () => {
    expect(named(entry({ kind: 'note', text: 'Lamp is rotten' }))).toEqual([['text', 'Lamp is rotten']])
    expect(
      named(
        entry({
          kind: 'reading',
          mode: 'loz',
          from: { point: 'V2.m1', says: 'Valve 2 M1', place: 'Boiler room' },
          value: 24.6,
          shows: '24.6 V',
        }),
      ),
    ).toEqual([
      ['mode', 'loz'],
      ['says', 'Valve 2 M1'],
      ['place', 'Boiler room'],
      ['value', 24.6],
      ['shows', '24.6 V'],
    ])
    expect(named(entry(null))).toEqual([])
    expect(named({ id: 'e1', why: 'No.', what: 'entry', of: 'nonsense' })).toEqual([])
  })

  it('of an edit what it writes, called by what it changes', () => {
    expect(named(edit({ path: ['zones', 'z1', 'run'], value: 900 }))).toEqual([['run', 900]])
    expect(named(edit({ path: ['survey', 'transformer'], value: { va: 40, fuseAmps: 2 } }))).toEqual([
      ['va', 40],
      ['fuse amps', 2],
    ])
    // What only takes away has nothing to write.
    expect(named(edit({ path: ['zones', 'z1'] }))).toEqual([])
  })

  it('no more than anybody would mend by hand', () => {
    const many = Object.fromEntries(Array.from({ length: 30 }, (_, i) => [`n${i}`, i]))
    expect(mendableIn(edit({ path: ['figures'], value: many }))).toHaveLength(12)
  })
})

describe('written otherwise', () => {
  it('only that changes, and what lies there stays as it is', () => {
    const one = entry({ kind: 'note', text: 'Lamp is rotten', tags: ['a', 'b'] })
    const [text, , second] = mendableIn(one)
    const next = mended(one, text!, 'Lamp is fine')!
    expect(next).toMatchObject({
      id: 'e1',
      of: { id: 'e1', body: { kind: 'note', text: 'Lamp is fine', tags: ['a', 'b'] } },
    })
    expect(one).toMatchObject({ of: { body: { text: 'Lamp is rotten' } } })
    expect(mended(next, second!, 'c')).toMatchObject({ of: { body: { tags: ['a', 'c'] } } })
  })

  it('a figure stays a figure, with a comma too; where none is written nothing is mended', () => {
    const one = edit({ path: ['zones', 'z1', 'run'], value: 900 })
    const [run] = mendableIn(one)
    expect(mended(one, run!, '12,5')).toMatchObject({ of: { patches: [{ value: 12.5 }] } })
    for (const text of ['', ' ', 'far', '1e999']) expect(mended(one, run!, text)).toBeUndefined()
  })
})
