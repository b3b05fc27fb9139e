import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { documentOf } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { copyOf } from '../testing/benches.ts'
import { readJobFile, writeJobFile } from './job-file.ts'

const opened = (change: (draft: Document) => void) => {
  const document = copyOf(documentOf(demoJobs['kestrel-point']!()))
  change(document)
  return readJobFile(writeJobFile(document))
}

it.each<[string, (draft: Document) => void, string, string, string]>([
  [
    'a figure',
    (draft) => void (draft.planned.parts.V2!.figures = { wings: 3 }),
    '/document/planned/parts/V2/figures/wings',
    'V2 has no figure "wings".',
    'opensIn',
  ],
  [
    'a kind',
    (draft) => void (draft.planned.parts.V2!.kind = 'valve/motor-5'),
    '/document/planned/parts/V2/kind',
    'V2 is of kind "valve/motor-5", which the catalogue does not hold.',
    'valve/motor-4',
  ],
  [
    'a terminal',
    (draft) => void (draft.planned.wires.w20!.from.terminal = 'zz'),
    '/document/planned/wires/w20/from/terminal',
    'Wire w20 ends at V1.zz, and V1 has no such terminal.',
    'm1, m2, e1, e2',
  ],
  [
    'a layout',
    (draft) => void Object.assign(draft.planned.parts.V2!, { kind: 'panel/manifold-4', layout: 'round' }),
    '/document/planned/parts/V2/layout',
    'V2 has no layout "round".',
    'zones, thermostats-first, valves-first',
  ],
  [
    'a layout of a part that has none',
    (draft) => void (draft.planned.parts.V2!.layout = 'zones'),
    '/document/planned/parts/V2/layout',
    'V2 has no layout "zones".',
    'Leave it out',
  ],
  [
    'a further head',
    (draft) => void (draft.zones.signal!.alsoValves = ['V2', 'V9']),
    '/zones/signal/alsoValves/1',
    '/zones/signal/alsoValves/1 names part "V9", which is not in the job.',
    'name one that exists',
  ],
])('%s that does not exist is refused with its name and the names there are', (_what, change, where, says, names) => {
  expect(opened(change)).toMatchObject({
    ok: false,
    failures: expect.arrayContaining([
      expect.objectContaining({ where, says, remedy: expect.stringContaining(names) }),
    ]),
  })
})

it('everything strange is said at once, in whichever circuit it stands', () => {
  const found = opened((draft) => {
    draft.planned.parts.V2!.figures = { wings: 3, opensIn: 20 }
    draft.wired!.parts.TS1!.kind = 'thermostat/none'
  })
  expect(found.ok ? [] : found.failures.map(({ code }) => code)).toEqual(['job/figure', 'job/kind'])
})

it.each(Object.keys(demoJobs))('%s holds nothing strange', (id) => {
  expect(readJobFile(writeJobFile(documentOf(demoJobs[id]!()))).ok).toBe(true)
})
