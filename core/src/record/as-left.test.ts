import { describe, expect, it } from 'vitest'
import { demoFiles } from '../demo/index.ts'
import { asLeft } from './as-left.ts'
import { type Entry, nextEntry } from './entry.ts'
import { foundOf } from './found.ts'

const { document, entries } = demoFiles['kestrel-point']!()
const maker = { by: 'Ash', device: 'd1', clock: '2026-11-20T10:00:00.000Z', revision: 1 }

it('plan and wall of the new visit are what hung at the end of the last, and nothing else is on record', () => {
  const lift = nextEntry({ ...maker, id: 'left-lift' }, entries, { kind: 'action', does: 'lift', of: 'wire:w22.to' })
  const cut = nextEntry({ ...maker, id: 'left-cut' }, [...entries, lift], {
    kind: 'seen',
    what: 'condition',
    is: { id: 'wire:w21/open' },
    so: true,
  })
  const all = [...entries, lift, cut]
  const found = foundOf(document, all)
  const next = asLeft(document, all)!
  expect(next.planned).toEqual({ parts: found.job.parts, cables: found.job.cables, wires: found.job.wires })
  expect(next.before).toEqual(next.planned)
  expect(next.before).not.toBe(next.planned)
  const again = foundOf(next, [])
  expect(again.open).toEqual([])
  expect(again.job.wires).toEqual(found.job.wires)
  expect(next).toMatchObject({ task: '', survey: { complaints: '' }, zones: document.zones })
  for (const { says } of found.open) expect(next.site.notes).toContain(says)
  expect(next.site.notes).toContain('left as it was:')
  expect(next.site.notes.startsWith(document.site.notes)).toBe(true)
})

it('there is none where nobody has been at the wall', () => {
  expect(asLeft({ ...document, before: null }, [])).toBeUndefined()
})

describe('hands', () => {
  const notesAfter = (...bodies: Entry['body'][]) => {
    const all = [...entries]
    for (const [i, body] of bodies.entries()) all.push(nextEntry({ ...maker, id: `hand-${i}` }, all, body))
    return asLeft(document, all)!.site.notes.split('\n')
  }
  const hand = (part: string, state: string, value: string | number | boolean) =>
    ({ kind: 'seen', what: 'hand', part, state, value }) as const

  it('a lever seen parked and a switch seen open are told; one that stands as it comes, and a call, are not', () => {
    const before = notesAfter()
    const told = (...bodies: Entry['body'][]) => notesAfter(...bodies).filter((line) => !before.includes(line))
    expect(told(hand('V1', 'lever', 'parked'))).toEqual(['left so: Valve 1: manual lever parked open'])
    expect(told(hand('SS1', 'closed', false))).toEqual(['left so: Service switch: off'])
    expect(told(hand('V1', 'lever', 'parked'), hand('V1', 'lever', 'auto'))).toEqual([])
    expect(told(hand('TS1', 'calling', true))).toEqual([])
  })

  it('what was parked for a test and never let go is told once, as open', () => {
    const lines = notesAfter({ kind: 'action', does: 'park', of: 'V1', state: 'lever', value: 'parked' })
    expect(lines.filter((line) => line.includes('Valve 1'))).toEqual(['left open: Valve 1 parked'])
  })
})

describe('more notes than there is room for', () => {
  const link = nextEntry({ ...maker, id: 'link' }, entries, {
    kind: 'action',
    does: 'link',
    of: 'V1.e1',
    with: 'V1.e2',
  })
  const withNotes = (length: number) =>
    asLeft({ ...document, site: { ...document.site, notes: 'x'.repeat(length) } }, [...entries, link])!.site.notes
  const left = withNotes(0)

  it('what is left is told whole, and that notes were cut is said', () => {
    expect(left).toMatch(/^left open: Valve 1 .* linked/)
    const full = withNotes(4000)
    expect(full).toHaveLength(4000)
    expect(full).toMatch(/^x+… \(the rest is in the notes of the visit before\)\n/)
    expect(full.endsWith(left)).toBe(true)
  })

  it('as many as there is room for are not cut', () => {
    const room = 4000 - left.length - 1
    expect(withNotes(room)).toBe(`${'x'.repeat(room)}\n${left}`)
    expect(withNotes(room + 1)).toContain('…')
  })
})
