import { afterAll, describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { intentOf } from '../intent/intent.ts'
import type { Job } from '../job/schema.ts'
import { proven } from '../proof/proof.ts'
import { everySupposition, inPattern } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { wired } from '../testing/benches.ts'
import { mistakes, plants } from '../testing/mistakes.ts'
import { sizesOf, ways } from '../testing/ways.ts'
import { expectationsOf } from './expectations.ts'
import { leftOut } from './left-out.ts'
import { plantOf } from './plant.ts'
import { ProveBench } from './prove-bench.ts'
import { scriptOf } from './script.ts'
import type { Bringing, Script } from './step.ts'
import { triedBy } from './tried.ts'

declare const console: { log(line: string): void }

/** Does what is wrong change an output in any combination of calls, or with the power cut and back? */
function changesAnOutput(sound: Job, job: Job, wrong: readonly Supposition[] = []): boolean {
  const plant = plantOf(sound)
  const intent = intentOf(sound)
  const zones = Object.keys(sound.zones)
  const masks = 2 ** zones.length
  const bench = new ProveBench(job, wrong)
  const differs = (bringing: Bringing) => {
    bench.bring(bringing)
    return expectationsOf(sound, plant, intent, bringing).some((one) => bench.shows(one) !== one.so)
  }
  for (let i = 0; i < masks; i++) {
    const mask = i ^ (i >> 1)
    if (differs({ calls: zones.filter((_, bit) => mask & (1 << bit)), opened: [] })) return true
  }
  const [first] = plant.isolators
  return first !== undefined && [[first], []].some((opened) => differs({ calls: zones, opened }))
}

const scripts = new Map<() => Job, { job: Job; script: Script }>()
function of(make: () => Job) {
  const known = scripts.get(make) ?? { job: make(), script: scriptOf(make()) }
  scripts.set(make, known)
  return known
}

/** The smallest and the largest: what lies between them is made of the same. */
const ends = (sizes: readonly number[]) => [...new Set([sizes[0]!, sizes.at(-1)!])]

describe('the script of a sound plant', () => {
  let longest = 0
  afterAll(() => console.log(`steps over the fewest possible: at most ${longest.toFixed(2)}`))
  it('has at most a quarter more steps than any could do with', () => {
    for (const make of Object.values(demoJobs)) {
      const { steps, coverage } = of(make).script
      expect(steps.length / coverage.fewest).toBeLessThanOrEqual(1.25)
    }
  })

  it.each(ways.map((way) => [JSON.stringify(way), way] as const))(
    '%s passes it in its smallest and its largest size',
    (_name, way) => {
      for (const zones of ends(sizesOf(way))) {
        const job = wired({ ...way, zones })
        const script = scriptOf(job)
        expect(triedBy(script, job)).toEqual([])
        const features = script.steps.filter(({ feature }) => feature).length
        expect(script.steps.length).toBeLessThanOrEqual(2 * zones + 8 + features)
        const { fewest } = script.coverage
        expect(fewest).toBeLessThanOrEqual(script.steps.length)
        longest = Math.max(longest, script.steps.length / fewest)
      }
    },
  )

  it.each(Object.entries(demoJobs))('%s: begins dead, ends with nothing calling, covers what it can', (_id, make) => {
    const { script } = of(make)
    expect(script.steps[0]).toMatchObject({ id: 'dead', dead: true })
    expect(script.steps.at(-1)).toMatchObject({ id: 'off', calls: [], opened: [] })
    expect(script.steps.at(-1)!.expects.every(({ so }) => !so)).toBe(true)
    const { done, of: all, notCovered } = script.coverage
    expect(done + notCovered.length).toBe(all)
    expect(done / all).toBeGreaterThanOrEqual(0.75)
  })
})

it('an isolator or a boiler that hangs elsewhere is gone to, and come back from', () => {
  const job = demoJobs['kestrel-point']!()
  job.parts.SS1!.place = 'gallery'
  job.parts.B1!.place = 'tank'
  const { steps } = scriptOf(job)
  const cut = steps.find(({ id }) => id === 'cut:SS1')!
  // The first isolator is closed before, where it is.
  expect(cut.places).toEqual([job.survey.boiler.place, 'gallery'])
  expect(cut.does).toEqual([
    'Close Emergency switch, and wait until all runs again.',
    'Open Service switch. All that is behind it must be dead.',
  ])
  // Open valves run shut behind it: it was opened on a plant that ran.
  expect(cut.waits).toEqual(steps.find(({ id }) => id === 'cut:ES1')!.waits)
  const limited = steps.find(({ limited: at }) => at?.includes('B1'))!
  expect(limited.places[0]).toBe('tank')
  // Of a part nobody placed the boiler's room is taken for granted.
  expect(plantOf(job).placeOf('nobody')).toBe(job.survey.boiler.place)
})

it('what only a fire opens is no isolator, is opened by nobody, and is said not to be covered', () => {
  const { job, script } = of(plants['kestrel-point']!)
  const byFire = Object.keys(job.parts).find((id) => job.parts[id]!.kind === 'switch/fire')!
  expect(plantOf(job).isolators.map((id) => job.parts[id]!.kind)).toEqual(['switch/emergency', 'switch/service'])
  expect(script.steps.some(({ opened }) => opened.includes(byFire))).toBe(false)
  const why = (label: string) =>
    leftOut(job, script.coverage.notCovered).find(({ says }) => says.startsWith(label))?.why
  expect(why(job.parts[byFire]!.label)).toContain('only a fire opens it')
  expect(why('Fuse')).toContain('too much current')
})

it('a boiler with another limit than most is heated past its own, and proven at it', () => {
  const job = wired({ zones: 2 })
  job.parts.B1!.figures = { ...job.parts.B1!.figures, limit: 110 }
  const script = scriptOf(job)
  expect(script.steps.some(({ limited }) => (limited ?? []).includes('B1'))).toBe(true)
  expect(triedBy(script, job)).toEqual([])
})

describe('a boiler that keeps stored water warm', () => {
  const job = demoJobs['fenwick-orchard']!()
  job.parts.B1!.figures = { ...job.parts.B1!.figures, lowLimit: 60 }
  const script = scriptOf(job)
  const at = script.steps.findIndex(({ id }) => id === 'cool:B1')

  it('is proven as any sound plant: in the script, and in every combination of calls', () => {
    expect(triedBy(script, job)).toEqual([])
    expect(proven(job)).toMatchObject({ differences: [] })
  })

  it('has a step of its own: below its low limit it burns for nobody, and no zone opens; then it is as it was', () => {
    expect(script.steps[at]).toMatchObject({ calls: [], cool: ['B1'], feature: 'a low limit' })
    expect(script.steps[at]!.expects.flatMap(({ so, says }) => (so ? [says] : []))).toEqual(['Burner burns'])
    expect(script.steps.at(-1)!.id).toBe('off')
    expect(script.steps.find(({ id }) => id === 'none')!.does.join(' ')).toContain('let it come to its low limit first')
    expect(scriptOf(demoJobs['fenwick-orchard']!()).steps.some(({ id }) => id.startsWith('cool'))).toBe(false)
  })

  it('fails there where its low limit is not set on the wall', () => {
    const wall = { ...job, parts: { ...job.parts, B1: { ...job.parts.B1!, figures: { lowLimit: 0 } } } }
    expect(triedBy(script, wall).map(({ step, id }) => [step, id])).toContainEqual(['cool:B1', 'burns:BR1'])
  })
})

describe('a boiler that runs on', () => {
  const { job, script } = of(plants['lowther-street']!)
  const step = script.steps.find(({ id }) => id === 'on:B1')!

  it('is looked at while the boiler has stopped and the pump goes on, and then once all is at rest', () => {
    expect(step).toMatchObject({ calls: [], runsOn: ['B1', 'P1'], feature: 'a boiler that runs on' })
    expect(step.does.join(' ')).toContain('2:00')
    // Half of its two minutes are over by then, and what the valves took to shut.
    expect(step.after).toBeGreaterThanOrEqual(60)
    expect(step.after).toBeLessThan(120)
    const at = script.steps.indexOf(step)
    expect(script.steps[at - 1]).toMatchObject({ id: 'back', calls: ['zone1', 'zone2'] })
    expect(script.steps[at + 1]!.does[0]).toBe('Turn all up again.')
    expect(script.steps.at(-1)!.expects).toContainEqual(expect.objectContaining({ id: 'runs:P1', so: false }))
  })

  it('misses the pump of a boiler whose over-run is not set, and one that only the valves feed', () => {
    const unset = { ...job, parts: { ...job.parts, B1: { ...job.parts.B1!, figures: { postRun: 0 } } } }
    expect(triedBy(script, unset).map(({ step, id }) => `${step} ${id}`)).toEqual(['on:B1 runsOn:B1', 'on:B1 runs:P1'])
    const without = scriptOf(unset)
    expect(without.steps.some(({ id }) => id.startsWith('on:'))).toBe(false)
    expect(without.steps.find(({ id }) => id === 'warm:zone2')!.does[0]).toContain('Turn its dial')
  })
})

describe('a valve that follows a signal', () => {
  const { job, script } = of(plants['botany-house']!)
  const step = (id: string) => script.steps.find((one) => one.id === id)!

  it('is tried at nothing, half and all: signal and position are read at each', () => {
    expect(step('half:zone1')).toMatchObject({ calls: ['zone1'], signals: { zone1: 6 } })
    expect(step('half:zone1').does[0]).toBe('Set Controller 1, output 1 to 6 V: half way.')
    expect(step('half:zone2').does[0]).toBe('Set Controller 1, output 2 to 12 mA: half way.')
    const volts = (id: string) => step(id).reads.map(({ least, most }) => Math.round((least + most!) / 2))
    expect(volts('half:zone1')).toEqual([6, 6])
    expect(volts('alone:zone1')).toEqual([10, 10])
    expect(script.steps.some(({ id }) => id === 'half:zone3')).toBe(false)
  })

  it('fails half way where the wall has it reversed, or where its range is another', () => {
    const wall = (figures: Record<string, number>) => ({
      ...job,
      parts: { ...job.parts, V1: { ...job.parts.V1!, figures: { ...job.parts.V1!.figures, ...figures } } },
    })
    const missed = (figures: Record<string, number>) => triedBy(script, wall(figures)).map(({ step }) => step)
    expect(missed({ reversed: 1 })).toContain('alone:zone1')
    // On 0 to 10 V it stands too far open at 6 V, and right at both ends.
    expect(missed({ low: 0 })).toEqual(['half:zone1'])
  })

  it('half open is neither open nor shut', () => {
    const bench = new ProveBench(job)
    bench.bring(step('half:zone1'))
    expect(bench.shows({ part: 'V1', looks: 'half' })).toBe(true)
    bench.bring(step('all'))
    expect(bench.shows({ part: 'V1', looks: 'half' })).toBe(false)
    bench.bring(step('off'))
    expect(bench.shows({ part: 'V1', looks: 'half' })).toBe(false)
  })
})

describe('what is wrong fails at least one step', () => {
  let [caught, asked] = [0, 0]
  const missed: string[] = []
  const hold = (name: string, sound: Job, job: Job, script: Script, wrong: readonly Supposition[] = []) => {
    if (!changesAnOutput(sound, job, wrong)) return
    asked++
    if (triedBy(script, job, wrong, 1).length > 0) caught++
    else missed.push(name)
  }
  afterAll(() =>
    console.log(`a wrong plant fails its script: ${caught} of ${asked}; not: ${missed.join('; ') || 'none'}`),
  )

  it('the mistakes made on purpose', () => {
    for (const { name, sound, job } of mistakes) {
      const { job: clean, script } = of(sound)
      hold(name, clean, job(), script)
    }
    expect(asked).toBeGreaterThan(200)
    expect(caught / asked).toBeGreaterThanOrEqual(0.98)
  }, 120_000)

  it('every eighth fault of a part, another of the next plant', () => {
    const before = [caught, asked] as const
    for (const [at, [name, make]] of Object.entries(plants).entries()) {
      const { job, script } = of(make)
      const faults = everySupposition(job).filter((one) => one.id.startsWith('part:') && inPattern(one) && !one.pattern)
      for (const [i, one] of faults.entries()) if (i % 8 === at % 8) hold(`${name}: ${one.id}`, job, job, script, [one])
    }
    expect(asked - before[1]).toBeGreaterThan(60)
    expect((caught - before[0]) / (asked - before[1])).toBeGreaterThanOrEqual(0.98)
  }, 120_000)
})
