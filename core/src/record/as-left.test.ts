import { expect, it } from 'vitest'
import { demoFiles } from '../demo/index.ts'
import { asLeft } from './as-left.ts'
import { nextEntry } from './entry.ts'
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

it('what is left is told in as many letters as notes may have', () => {
  const long = { ...document, site: { ...document.site, notes: 'x'.repeat(4000) } }
  expect(asLeft(long, entries)!.site.notes).toHaveLength(4000)
})
