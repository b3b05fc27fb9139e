import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { asking } from './all-calling.ts'
import { briefly } from './briefly.ts'
import { voltsNeeded } from './budget.ts'
import { LoadBench, type Moment, peakOf } from './carried.ts'
import { casesOf, type LoadCase } from './cases.ts'
import { type ContactLoad, contactLoads } from './contacts.ts'
import { type FullCall, fullCalls } from './full-calls.ts'
import { MARGIN } from './limits.ts'
import { type LineDevice, lineVolts } from './line-volts.ts'
import { type Mend, mendsTried } from './mends.ts'
import type { Device, SourceLoad } from './source-load.ts'
import { fullest, type LoadVerdict, verdictOf } from './verdict.ts'
import { worstTogether } from './worst.ts'

export interface LoadStudy extends LoadVerdict {
  readonly sources: readonly SourceLoad[]
  /** What every contact, fuse and breaker carries at worst, the most used first. */
  readonly contacts: readonly ContactLoad[]
  /** What motors, pumps and boilers get on the line, the one that loses most on its run first. */
  readonly line: readonly LineDevice[]
  /** What lets go or burns while everything calls that can draw together, and in how many seconds. */
  readonly hot: readonly { readonly part: string; readonly seconds: number }[]
  /** What is carried at worst with one thing otherwise: priority off, without what thermostats or the boiler draw. */
  readonly cases: readonly LoadCase[]
  readonly mends: readonly Mend[]
}

export interface LoadProgress {
  readonly done: number
  readonly of: number
  readonly differences: number
}

/**
 * Will the transformers carry it? Found by running the circuit: every zone alone, the worst of any number together, all at
 * once; and what would mend it, each tried by running it too. Never by adding up nameplates.
 * @param wrong what is known to be wrong with the plant as found; what mends the load is tried on the sound wiring
 */
export function* studyLoad(job: Job, wrong: readonly Supposition[] = []): Generator<LoadProgress, LoadStudy> {
  const zones = zonesInOrder(job).map(({ id }) => id)
  const bench = new LoadBench(job, wrong)
  const calls = fullCalls(job)
  const of = (2 + calls.length) * zones.length + 8 + calls.length
  let done = 0
  const step = () => ({ done: ++done, of, differences: 0 })
  const rest = bench.rest()
  const alone = new Map<string, ReadonlyMap<string, readonly Moment[]>>()
  for (const zone of zones) {
    alone.set(zone, bench.run([zone]))
    yield step()
  }
  const full: FullRun[] = []
  for (const call of calls) {
    const run: FullRun = { ...call, runs: bench.run(call.zones), without: new Map() }
    full.push(run)
    yield step()
    for (const zone of zones.length > 1 ? call.zones : []) {
      run.without.set(zone, bench.run(call.zones.filter((other) => other !== zone)))
      yield step()
    }
  }
  const search = worstTogether(job, bench, alone, rest)
  let found = search.next()
  for (; !found.done; found = search.next()) yield step()
  const together = found.value
  const hot = tooHot(job, calls)
  yield step()
  const sources = bench.sources.map((source): SourceLoad => {
    const peak = ({ runs }: Pick<FullRun, 'runs'>) => peakOf(runs.get(source.part)!)
    const most = full.reduce((a, b) => (peak(b) > peak(a) ? b : a))
    const atOnce = most.runs.get(source.part)!
    const frees = (zone: string) => {
      const left = most.without.get(zone)
      // Who does not call when most is drawn eases nothing; the only zone there is, all of it.
      return left ? peak(most) - peak({ runs: left }) : most.zones.includes(zone) ? peak(most) : 0
    }
    // Where one call shuts others off, fewer zones may draw more than all of them.
    const fewer = together.get(source.part)!.filter(({ va }) => va > peak(most) * (1 + LEAST_MORE))
    const worst = fewer.toSorted((a, b) => b.va - a.va)[0]
    const brief = worst ? undefined : briefly(atOnce, source.rated)
    const borne = brief !== undefined && !hot.some(({ seconds }) => seconds <= brief)
    return {
      part: source.part,
      rated: source.rated,
      ...(borne ? { brief } : {}),
      together: together.get(source.part)!,
      atOnce,
      ...(most.but === undefined ? {} : { but: most.but }),
      devices: devicesOf(job, source.part, rest, alone, full, frees),
      peak: worst?.va ?? peak(most),
      zones: worst?.zones ?? most.zones,
      primary: Math.max(0, ...atOnce.map(({ primary }) => primary)),
    }
  })
  const contacts = contactLoads(job, wrong)
  yield step()
  const cases = casesOf(job, wrong)
  yield step()
  const mends: Mend[] = []
  const worst = fullest(sources)
  if (worst && worst.peak > MARGIN * worst.rated)
    for (const attempt of mendsTried) {
      const found = attempt(job, worst, sources)
      if (found) mends.push(found)
      yield step()
    }
  const order = { well: 0, just: 1, no: 2 }
  return {
    ...verdictOf(job, sources, contacts),
    sources,
    contacts,
    line: lineVolts(job, wrong),
    hot,
    cases,
    mends: mends.toSorted((a, b) => order[a.mends] - order[b.mends]),
  }
}

/** Share by which fewer zones must draw more than all of them to be spoken of instead: what the line sags by is less. */
const LEAST_MORE = 0.03

/** Zones that call together, what every transformer carries then, and what it carries with one of them left out. */
interface FullRun extends FullCall {
  readonly runs: ReadonlyMap<string, readonly Moment[]>
  readonly without: Map<string, ReadonlyMap<string, readonly Moment[]>>
}

/** Seconds after which it is seen what has let go, and what is on its way. */
const SEEN_AFTER = 30

/** What lets go while these call, were it left so: at once, or in so many seconds; each the soonest of all calls. */
function tooHot(job: Job, calls: readonly FullCall[]) {
  const simulation = new Simulation(job)
  simulation.settle()
  const rest = simulation.mark()
  const soonest = new Map<string, number>()
  for (const { zones } of calls) {
    const [begun, before] = [simulation.now, simulation.trace.length]
    simulation.setTogether(asking(job, zones, true))
    simulation.runTo(begun + SEEN_AFTER)
    const gone = simulation.trace
      .slice(before)
      .flatMap(({ part, at, path }) => (path ? [{ part, seconds: at - begun }] : []))
    for (const { part, seconds } of [...gone, ...simulation.overheating()])
      soonest.set(part, Math.min(seconds, soonest.get(part) ?? seconds))
    simulation.back(rest)
  }
  return [...soonest].map(([part, seconds]) => ({ part, seconds }))
}

function devicesOf(
  job: Job,
  source: string,
  rest: ReadonlyMap<string, Moment>,
  alone: ReadonlyMap<string, ReadonlyMap<string, readonly Moment[]>>,
  full: readonly FullRun[],
  frees: (zone: string) => number,
): Device[] {
  const found: Device[] = []
  for (const [zone, runs] of alone) {
    const moments = runs.get(source)!
    const part = job.zones[zone]?.valve
    const kind = part ? kindOf(job.parts[part]!) : undefined
    const at = (moment: Moment) => moment.zones[zone] ?? 0
    const last = moments.at(-1)!
    if (!part || !kind || at(last) + at(moments[0]!) === 0) continue
    const own = valvesOf(job.zones[zone]!)
    const together = full.flatMap((call) => call.runs.get(source)!)
    const volts = [...together, ...moments].flatMap(({ there }) => own.flatMap((valve) => there[valve] ?? []))
    found.push({
      part,
      zone,
      starts: Math.max(...moments.map(at)),
      holds: at(last),
      idle: rest.get(source)!.zones[zone] ?? 0,
      volts: Math.min(...volts),
      frees: frees(zone),
      needs: voltsNeeded(job, part),
    })
  }
  return found.filter(({ volts }) => Number.isFinite(volts))
}
