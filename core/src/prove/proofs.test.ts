import { describe, expect, it } from 'vitest'
import { botanyHouse } from '../demo/botany-house.ts'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { documentOf } from '../job/document.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { prove as standing } from '../standing/prove.ts'
import { coldAfter } from './cold-after.ts'
import { closingCheck, stepsFor } from './parts-of-script.ts'
import { baselineKey, baselineOf, notSignable, proofsIn } from './proofs.ts'
import { keeps } from './prove-bench.ts'
import { scriptOf } from './script.ts'
import { triedBy } from './tried.ts'

const job = kestrelPoint()
const script = scriptOf(job)

/** What one device enters, each thing in the proof that was begun before it. */
class Telling {
  readonly entries: Entry[] = []
  #proof = ''
  #count = 0

  tell(body: Entry['body'], device = 'phone'): Entry {
    const id = `proof-entry-${String(++this.#count).padStart(3, '0')}`
    const proof = body.kind === 'proof' || body.kind === 'back' ? {} : { proof: this.#proof }
    const clock = new Date(Date.UTC(2026, 2, 1, 10, 0, this.#count)).toISOString()
    const entry = nextEntry({ id, by: 'Ash', device, clock, revision: 1, ...proof }, this.entries, body)
    if (body.kind === 'proof') this.#proof = id
    this.entries.push(entry)
    return entry
  }
  begin = (steps = ['none', 'alone:keepers', 'off']) => this.tell({ kind: 'proof', for: 'whole', steps })
  step = (step: string, outcome: string, more: object = {}) =>
    this.tell({ kind: 'step', step, name: step, outcome, ...more })
  sign = () => this.tell({ kind: 'sign', name: 'Ash', meter: 'M1', passed: 3, of: 3 })
  reading = (value: number) =>
    this.tell({
      kind: 'reading',
      mode: 'loz',
      from: { point: 'V1.m1', says: 'Valve 1 M1' },
      to: { point: 'V1.m2', says: 'Valve 1 M2' },
      value,
      shows: `${value} V`,
    })
  get run() {
    return proofsIn(this.entries).at(-1)!
  }
}

describe('several at one proof', () => {
  it('each device stands where it last said, and one that walks stands nowhere', () => {
    const told = new Telling()
    told.begin()
    expect(told.run.posts.size).toBe(0)
    told.tell({ kind: 'share', stands: 'keepers' })
    told.tell({ kind: 'share', stands: 'boiler' }, 'tablet')
    told.tell({ kind: 'share', stands: 'signal' })
    expect([...told.run.posts].map(([device, { place }]) => [device, place])).toEqual([
      ['phone', 'signal'],
      ['tablet', 'boiler'],
    ])
    told.tell({ kind: 'share', stands: null })
    expect([...told.run.posts.keys()]).toEqual(['tablet'])
  })

  it('what was done at a place stands until the step comes out; tried again it is to be done again', () => {
    const told = new Telling()
    told.begin()
    told.tell({ kind: 'share', step: 'none', name: 'none', place: 'signal' })
    const there = told.tell({ kind: 'share', step: 'none', name: 'none', place: 'boiler' }, 'tablet')
    expect([...told.run.doneAt.get('none')!.keys()]).toEqual(['signal', 'boiler'])
    expect(told.run.doneAt.get('none')!.get('boiler')).toBe(there)
    // A part of a step is no outcome.
    expect(told.run).toMatchObject({ next: 'none', passed: 0 })
    told.step('none', 'fail')
    expect(told.run.doneAt.has('none')).toBe(false)
    told.tell({ kind: 'share', step: 'none', name: 'none', place: 'signal' })
    expect([...told.run.doneAt.get('none')!.keys()]).toEqual(['signal'])
    told.tell({ kind: 'back', of: there.id })
    expect([...told.run.doneAt.get('none')!.keys()]).toEqual(['signal'])
  })

  it('one that is taken back was not done', () => {
    const told = new Telling()
    told.begin()
    const there = told.tell({ kind: 'share', step: 'none', name: 'none', place: 'boiler' })
    told.tell({ kind: 'back', of: there.id })
    expect(told.run.doneAt.size).toBe(0)
  })
})

describe('a proof as it stands in the log', () => {
  it('goes on from the first step nobody has done, whoever did the others', () => {
    const told = new Telling()
    expect(proofsIn(told.entries)).toEqual([])
    told.begin()
    expect(told.run).toMatchObject({ next: 'none', passed: 0 })
    told.step('none', 'pass')
    told.tell({ kind: 'step', step: 'off', name: 'off', outcome: 'could not' }, 'tablet')
    expect(told.run).toMatchObject({ next: 'alone:keepers', passed: 1, couldNot: 1 })
    expect(standing(documentOf(job), told.entries)).toMatchObject({ at: 'begun', findings: 0, share: 2 / 3 })
  })

  it('a step done again counts as it came out last; one taken back counts for nothing', () => {
    const told = new Telling()
    told.begin()
    told.step('none', 'fail', { otherwise: ['Valve 1 open'] })
    expect(told.run.failed).toBe(1)
    expect(standing(documentOf(job), told.entries)).toMatchObject({ findings: 1 })
    const again = told.step('none', 'pass')
    expect([told.run.failed, told.run.passed]).toEqual([0, 1])
    told.tell({ kind: 'back', of: again.id })
    expect(told.run.failed).toBe(1)
  })

  it('a step that is not of its script, or of another proof, is none of its', () => {
    const told = new Telling()
    told.begin(['none'])
    told.step('alone:nobody', 'fail')
    expect(told.run.outcomes.size).toBe(0)
    told.begin(['none'])
    told.step('none', 'pass')
    expect(proofsIn(told.entries).map(({ passed }) => passed)).toEqual([0, 1])
  })

  it('may be signed when all is done, nothing failed and nothing waits; and once', () => {
    const told = new Telling()
    told.begin()
    told.step('none', 'pass')
    expect(notSignable(told.run, [])).toBe('2 steps are still to be done.')
    told.step('alone:keepers', 'fail')
    told.step('off', 'could not')
    expect(notSignable(told.run, [])).toContain('One step failed')
    told.step('alone:keepers', 'pass')
    expect(notSignable(told.run, [{ says: 'Wire 4 lifted' }])).toContain('Wire 4 lifted')
    expect(notSignable(told.run, [])).toBeUndefined()
    told.sign()
    expect(notSignable(told.run, [])).toContain('signed already, by Ash')
    told.step('none', 'fail')
    expect(told.run.failed).toBe(0)
    expect(standing(documentOf(job), told.entries)).toMatchObject({ at: 'done' })
  })

  it('its readings are what the next one is compared with, once it is signed', () => {
    const told = new Telling()
    told.begin()
    const reading = told.reading(25.4)
    told.step('none', 'pass')
    told.step('off', 'pass')
    told.step('alone:keepers', 'pass', { readings: [reading.id] })
    const key = baselineKey('alone:keepers', 'loz', 'V1.m1', 'V1.m2')
    expect(baselineOf(told.entries).get(key)).toBeUndefined()
    told.sign()
    expect(baselineOf(told.entries).get(key)).toMatchObject({ value: 25.4 })
    expect(baselineOf(told.entries, told.run.id).get(key)).toBeUndefined()
  })
})

describe('what a script asks for', () => {
  it('the closing check is the short form: it begins and ends with nothing calling and has no dead work', () => {
    const short = closingCheck(script)
    expect(short.map(({ id }) => id)).toEqual([
      'none',
      'alone:keepers',
      'over:keepers+signal',
      'alone:signal',
      'over:signal+oil',
      'alone:oil',
      'over:oil+gallery',
      'alone:gallery',
      'over:gallery+tank',
      'alone:tank',
      'all',
      'off',
    ])
    expect(short.some(({ dead }) => dead)).toBe(false)
  })

  it('after a swap only the steps are left that the zone is in, with the dead work before and the power cut', () => {
    const ids = stepsFor(script, ['oil']).map(({ id }) => id)
    expect(ids).toContain('alone:oil')
    expect(ids).toContain('over:signal+oil')
    expect(ids).not.toContain('alone:keepers')
    expect(ids[0]).toBe('dead')
    expect(ids.at(-1)).toBe('off')
    expect(ids.length).toBeLessThan(script.steps.length)
  })

  it('after a swap a signal is tried half-way again, and neither the limit nor the line', () => {
    const botany = scriptOf(botanyHouse())
    const all = botany.steps.map(({ id }) => id)
    const ids = stepsFor(botany, ['zone1']).map(({ id }) => id)
    expect(all).toEqual(expect.arrayContaining(['half:zone1', 'half:zone2', 'line']))
    expect(ids).toContain('half:zone1')
    expect(ids).not.toContain('half:zone2')
    expect(stepsFor(script, ['oil']).map(({ id }) => id)).not.toContain('line')
    expect(script.steps.map(({ id }) => id)).toContain('limit:B1')
    expect(stepsFor(script, ['oil']).map(({ id }) => id)).not.toContain('limit:B1')
  })

  it('a failed step names the zones that stay cold, and none where something runs that should not', () => {
    const step = (id: string) => script.steps.find((one) => one.id === id)!
    expect(coldAfter(job, step('alone:signal'), ['open:V2'])).toEqual(['signal'])
    expect(coldAfter(job, step('all'), ['open:V2', 'open:V4'])).toEqual(['signal', 'gallery'])
    expect(coldAfter(job, step('over:signal+oil'), ['runs:P1'])).toEqual(['signal', 'oil'])
    expect(coldAfter(job, step('alone:signal'), [step('alone:signal').reads[0]!.id])).toEqual(['signal'])
    // Another zone's valve stands open, or a valve at rest: no room is cold for that.
    expect(coldAfter(job, step('alone:signal'), ['open:V3'])).toEqual([])
    expect(coldAfter(job, step('none'), ['open:V3', 'runs:P1'])).toEqual([])
    expect(coldAfter(job, step('none'), [step('none').reads[0]!.id])).toEqual([])
    expect(coldAfter(job, step('alone:signal'), [])).toEqual([])
  })

  it('a reading on its bound is kept, and just beyond it is not; OL only where nothing else is asked', () => {
    const one = { least: 22, most: 28 }
    expect([21.99, 22, 28, 28.01, -25].map((value) => keeps(one, value))).toEqual([false, true, true, false, true])
    expect(keeps(one, null)).toBe(false)
    expect(keeps({ least: 20_000, most: null }, null)).toBe(true)
    expect(keeps({ least: 20_000, most: null }, 19_999)).toBe(false)
  })

  it('a sound plant passes at the ends of what mains are, and one that is far off does not', () => {
    for (const value of [112, 127]) expect(triedBy(script, job, [{ id: 'supply/volts', value }])).toEqual([])
    expect(triedBy(script, job, [{ id: 'supply/volts', value: 100 }])[0]).toMatchObject({ step: 'line' })
  })

  it('says where to stand, what is not a fault yet, and who may touch line voltage', () => {
    const byId = new Map(script.steps.map((step) => [step.id, step]))
    expect(byId.get('alone:signal')!.places).toEqual(['keepers', 'boiler'])
    const { usual, notBefore } = byId.get('alone:keepers')!.waits
    expect(notBefore).toBeGreaterThan(usual)
    expect(byId.get('line')!.cautions.join()).toContain('licensed')
    expect(byId.get('line')!.reads.every(({ line }) => line)).toBe(true)
  })
})
