import { expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import type { Job } from '../job/schema.ts'
import { proven } from '../proof/proof.ts'
import { wired as wiredBy } from '../testing/benches.ts'
import { ways } from '../testing/ways.ts'
import { conductorBetween } from './conductor.ts'
import { copyZone } from './copy-zone.ts'
import { removePart } from './remove.ts'
import { spliceInto } from './splice-into.ts'

const wired = (ask: (typeof ways)[number], zones: number): Job => wiredBy({ ...ask, zones })
const changed = (job: Job, recipe: (draft: Job) => void): Job => {
  const draft: Job = JSON.parse(JSON.stringify(job))
  recipe(draft)
  return draft
}
const worse = (job: Job) => findingsOf(job).filter(({ severity }) => severity === 'danger' || severity === 'fails')

it.each([
  ['at the boiler', { scheme: 's2', powered: true }],
  ['away from it', { scheme: 's2', remote: true }],
] as const)('a zone landed by hand, terminal by terminal, takes the conductors the scheme would take: %s', (_, ask) => {
  const job = wired(ask, 3)
  const mine = Object.entries(job.wires).filter(([, { from, to }]) =>
    [from.part, to.part].some((part) => part === 'TS2' || part === 'V2'),
  )
  expect(mine.length).toBeGreaterThanOrEqual(6)
  const bare = changed(job, (draft) => {
    for (const [id] of mine) delete draft.wires[id]
  })
  for (const [, { from, to, label: _, ...wire }] of mine) {
    const landed = conductorBetween(bare, from, to)
    if (!landed.ok) throw new Error(landed.failures[0]!.says)
    const { from: __, to: ___, label: ____, ...made } = landed.value
    expect(made).toEqual(wire)
    bare.wires[`h${Object.keys(bare.wires).length}`] = landed.value
  }
})

it('a conductor to its own terminal, or beside one that is there, is refused in words', () => {
  const job = wired({ scheme: 's2' }, 1)
  const end = { part: 'V1', terminal: 'm1' }
  const twice = conductorBetween(job, end, end)
  const { from, to, label } = Object.values(job.wires).find((wire) => wire.from.part === 'V1')!
  const twin = conductorBetween(job, to, from)
  expect([twice, twin].map((one) => (one.ok ? '' : one.failures[0]!.says))).toEqual([
    'Both ends would be on one terminal.',
    expect.stringContaining(`Wire ${label} already joins`),
  ])
})

it('a splice cut into any wire changes nothing that the circuit does', () => {
  const job = wired({ scheme: 's2', remote: true }, 2)
  for (const id of Object.keys(job.wires)) {
    const cut = changed(job, (draft) => void spliceInto(draft, id))
    expect(Object.keys(cut.wires)).toHaveLength(Object.keys(job.wires).length + 1)
    expect(worse(cut).map(({ says }) => says)).toEqual([])
    expect(proven(cut).differences).toEqual([])
  }
})

it('a part taken down leaves nothing that names it', () => {
  const job = changed(wired({ scheme: 's2' }, 2), (draft) => removePart(draft, 'V1'))
  expect(JSON.stringify(job.zones) + JSON.stringify(job.wires) + JSON.stringify(job.parts)).not.toContain('"V1"')
})

it.each(ways.map((ask) => [`${ask.scheme} ${ask.valve ?? ''} ${ask.remote ? 'away' : ''}`, ask] as const))(
  'a copied zone is proven: %s',
  (_, ask) => {
    const job = wired(ask, ask.hotWater ? 3 : 2)
    const first = Object.keys(job.zones)[0]!
    const copied = copyZone(job, first)
    if (!copied.ok) return expect(copied.failures[0]!.remedy).not.toBe('')
    const bigger = changed(job, copied.value.recipe)
    expect(Object.keys(bigger.zones)).toHaveLength(Object.keys(job.zones).length + 1)
    // A transformer that one more valve is too much for is rightly named.
    const found = worse(bigger).filter(({ rule }) => rule !== 'transformer-size')
    expect(found.map(({ says }) => says)).toEqual([])
    expect(proven(bigger).differences.map(({ says }) => says)).toEqual([])
  },
)
