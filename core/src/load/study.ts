import { produce } from 'immer'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { Simulation } from '../motion/simulation.ts'
import { kindOf, kinds } from '../parts/index.ts'
import { fitOf, schemeCalled, wiredBy } from '../schemes/index.ts'
import { labelOf } from '../words/words.ts'
import { asking } from './all-calling.ts'
import { LoadBench, type Moment, peakOf } from './carried.ts'
import { fuseFor } from './fuse-size.ts'

/** A limited-energy 24 V circuit stays at or under this for each transformer, VA. */
export const LIMITED = 100
/** Share of the rating that is used on purpose: what is above it is margin. */
export const MARGIN = 0.8
/** Sizes transformers come in, VA. */
const SIZES = [20, 40, 50, 75, 100] as const
/** Seconds between zones that start one after another. */
const APART = 60

/** What one device draws, VA, and the worst volts it gets while everything calls. */
export interface Device {
  readonly part: string
  readonly zone: string
  readonly starts: number
  readonly holds: number
  readonly idle: number
  readonly volts: number
  /** Volts it needs to start. */
  readonly needs: number | undefined
}

/** So many zones together: the worst of all choices of them. */
export interface Together {
  readonly zones: readonly string[]
  readonly va: number
  readonly plain: number
}

/** What one transformer carries. */
export interface SourceLoad {
  readonly part: string
  readonly rated: number
  /** Nobody to everybody. */
  readonly together: readonly Together[]
  /** Everything at once, as after an outage. */
  readonly outage: readonly Moment[]
  readonly devices: readonly Device[]
  readonly peak: number
  readonly primary: number
  /** What lets go or burns with everything calling, and in how many seconds. */
  readonly hot: readonly { readonly part: string; readonly seconds: number }[]
}

/** Something that may mend it, tried by running it. */
export interface Mend {
  readonly name: string
  readonly note: string
  /** Greatest VA of each transformer after it, against its rating. */
  readonly leads: readonly { readonly part: string; readonly va: number; readonly rated: number }[]
  /** Does everything stay under the rating, and under the margin? */
  readonly mends: 'well' | 'just' | 'no'
  /** The job with it; undefined where it cannot be applied to the drawing. */
  readonly job?: Job
}

export interface LoadStudy {
  readonly tone: 'well' | 'busy' | 'wrong'
  readonly says: string
  readonly why: string
  readonly sources: readonly SourceLoad[]
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
 */
export function* studyLoad(job: Job): Generator<LoadProgress, LoadStudy> {
  const zones = zonesInOrder(job).map(({ id }) => id)
  const bench = new LoadBench(job)
  const of = 2 * zones.length + 6
  let done = 0
  const step = () => ({ done: ++done, of, differences: 0 })
  const rest = bench.rest()
  const alone = new Map<string, ReadonlyMap<string, readonly Moment[]>>()
  for (const zone of zones) {
    alone.set(zone, bench.run([zone]))
    yield step()
  }
  const all = bench.run(zones)
  yield step()
  const sources: SourceLoad[] = []
  for (const source of bench.sources) {
    const own = (zone: string) => peakOf(alone.get(zone)!.get(source.part)!)
    const worstFirst = [...zones].sort((a, b) => own(b) - own(a))
    const together: Together[] = [{ zones: [], ...summed([rest.get(source.part)!]) }]
    for (let k = 1; k <= zones.length; k++) {
      const some = worstFirst.slice(0, k)
      const moments = (k === zones.length ? all : bench.run(some)).get(source.part)!
      together.push({ zones: some, ...summed(moments) })
      if (source === bench.sources[0]) yield step()
    }
    const outage = all.get(source.part)!
    sources.push({
      part: source.part,
      rated: source.rated,
      together,
      outage,
      devices: devicesOf(job, source.part, rest, alone, outage),
      peak: peakOf(outage),
      primary: Math.max(0, ...outage.map(({ primary }) => primary)),
      hot: [],
    })
  }
  const hot = tooHot(job, zones)
  yield step()
  const withHeat = sources.map((source) => ({ ...source, hot }))
  const mends: Mend[] = []
  const worst = withHeat.toSorted((a, b) => b.peak / b.rated - a.peak / a.rated)[0]
  if (worst && worst.peak > MARGIN * worst.rated)
    for (const mend of [largerTransformer, otherValve, oneAfterAnother, transformerEach]) {
      const found = mend(job, worst, zones)
      if (found) mends.push(found)
      yield step()
    }
  const order = { well: 0, just: 1, no: 2 }
  return {
    ...verdictOf(job, withHeat),
    sources: withHeat,
    mends: mends.sort((a, b) => order[a.mends] - order[b.mends]),
  }
}

const summed = (moments: readonly Moment[]) => ({
  va: peakOf(moments),
  plain: Math.max(0, ...moments.map(({ plain }) => plain)),
})

/** What would let go with everything calling, were it left so. */
function tooHot(job: Job, zones: readonly string[]) {
  const simulation = new Simulation(job)
  simulation.setTogether(asking(job, zones, true))
  simulation.runTo(30)
  return simulation.overheating()
}

function devicesOf(
  job: Job,
  source: string,
  rest: ReadonlyMap<string, Moment>,
  alone: ReadonlyMap<string, ReadonlyMap<string, readonly Moment[]>>,
  outage: readonly Moment[],
): Device[] {
  const found: Device[] = []
  for (const [zone, runs] of alone) {
    const moments = runs.get(source)!
    const part = job.zones[zone]?.valve
    const kind = part ? kindOf(job.parts[part]!) : undefined
    const at = (moment: Moment) => moment.zones[zone] ?? 0
    const last = moments.at(-1)!
    if (!part || !kind || at(last) + at(moments[0]!) === 0) continue
    // What priority keeps off while everything calls is told by its own call.
    const volts = [...outage, ...moments].flatMap(({ there }) => (there[part] === undefined ? [] : [there[part]]))
    const figures = job.parts[part]!.figures ?? {}
    found.push({
      part,
      zone,
      starts: Math.max(...moments.map(at)),
      holds: at(last),
      idle: rest.get(source)!.zones[zone] ?? 0,
      volts: Math.min(...volts),
      needs: figures.minimumVolts ?? kind.figures.minimumVolts?.value,
    })
  }
  return found.filter(({ volts }) => Number.isFinite(volts))
}

const short = (device: Device) => device.needs !== undefined && device.volts < device.needs

function verdictOf(job: Job, sources: readonly SourceLoad[]): Pick<LoadStudy, 'tone' | 'says' | 'why'> {
  const worst = sources.toSorted((a, b) => b.peak / b.rated - a.peak / a.rated)[0]
  if (!worst)
    return { tone: 'well', says: 'No transformer carries anything here.', why: 'The valves work at line voltage.' }
  const name = labelOf(job, worst.part)
  const most = worst.devices.toSorted((a, b) => b.holds - a.holds)[0]
  const hungry = most ? `${labelOf(job, most.part)} draws ${most.holds.toFixed(0)} VA as long as it is open.` : ''
  const count = worst.together.length - 1
  const all = count === 1 ? 'its zone calls' : `all ${count} call`
  if (worst.peak > worst.rated)
    return {
      tone: 'wrong',
      says: `${name} is short by ${Math.ceil(worst.peak - worst.rated)} VA when ${all}.`,
      why: hungry,
    }
  const starved = worst.devices.find(short)
  if (starved)
    return {
      tone: 'wrong',
      says: `${labelOf(job, starved.part)} gets ${starved.volts.toFixed(1)} V when ${all}, and needs ${starved.needs} V to start.`,
      why: 'It starts late or not at all: the source sags, or its cable is long and thin.',
    }
  const left = worst.rated - worst.peak
  if (worst.peak > MARGIN * worst.rated)
    return {
      tone: 'busy',
      says: `${name} carries it when ${all}, with ${left.toFixed(0)} VA to spare and no margin.`,
      why: `${worst.peak.toFixed(0)} of ${worst.rated} VA; up to ${(MARGIN * worst.rated).toFixed(0)} leaves a margin.`,
    }
  const lightest = worst.devices.toSorted((a, b) => a.starts - b.starts)[0]
  const room = lightest ? Math.floor((MARGIN * worst.rated - worst.peak) / lightest.starts) : 0
  return {
    tone: 'well',
    says: `${name} carries it when ${all}: ${worst.peak.toFixed(0)} of ${worst.rated} VA.`,
    why:
      room > 0 && lightest
        ? `Room for ${room} more like ${labelOf(job, lightest.part)} within the margin.`
        : 'No room for another valve within the margin.',
  }
}

/** Runs a changed job with everything calling, and says where that leads. */
function tried(name: string, note: string, job: Job, apart = 0, keep = true): Mend {
  const bench = new LoadBench(job)
  const moments = bench.run(Object.keys(job.zones), apart)
  const leads = bench.sources.map(({ part, rated }) => ({ part, va: peakOf(moments.get(part)!), rated }))
  const share = Math.max(...leads.map(({ va, rated }) => va / rated))
  return {
    name,
    note,
    leads,
    mends: share <= MARGIN ? 'well' : share <= 1 ? 'just' : 'no',
    ...(keep ? { job } : {}),
  }
}

function largerTransformer(job: Job, { part, rated, peak }: SourceLoad): Mend | undefined {
  if (kindOf(job.parts[part]!)?.class !== 'transformer') return undefined
  const size = SIZES.find((va) => va > rated && va * MARGIN >= peak) ?? (rated < LIMITED ? LIMITED : undefined)
  if (size === undefined)
    return {
      name: 'A transformer above 100 VA',
      note: `Refused: a limited-energy 24 V circuit stays at or under ${LIMITED} VA for each transformer.`,
      leads: [],
      mends: 'no',
    }
  const fuse = fuseFor(size)
  const changed = produce(job, (draft) => {
    draft.parts[part]!.figures = { ...draft.parts[part]!.figures, va: size }
    draft.survey.transformer.va = size
    draft.survey.transformer.fuseAmps = fuse
    for (const one of Object.values(draft.parts)) {
      const kind = kindOf(one)
      if (kind?.class === 'protection' && kind.roles?.blown && kind.roles.closed === undefined)
        one.figures = { ...one.figures, amps: fuse }
    }
  })
  return tried(`A ${size} VA transformer`, `Same wiring; its fuse becomes ${fuse} A.`, changed)
}

/** The hungriest zone with the valve that draws least of those its way of wiring takes. */
function otherValve(job: Job, { devices }: SourceLoad): Mend | undefined {
  const scheme = schemeCalled(job.scheme?.id ?? '')
  const most = devices.toSorted((a, b) => b.starts - a.starts)[0]
  if (!scheme || !most) return undefined
  let best: Mend | undefined
  for (const { kind: valve, class: of } of kinds) {
    if (of !== 'valve') continue
    if (valve === job.zones[most.zone]!.valveKind) continue
    const changed = produce(job, (draft) => void (draft.zones[most.zone]!.valveKind = valve))
    if (!fitOf(scheme, changed).fits) continue
    const mend = tried(
      `${kindOf({ kind: valve })!.name} in place of ${labelOf(job, most.part)}`,
      'Wired again by the same way; what you changed by hand is not kept.',
      wiredBy(changed, scheme),
    )
    if (!best || most1(mend) < most1(best)) best = mend
  }
  return best
}
const most1 = ({ leads }: Mend) => Math.max(...leads.map(({ va, rated }) => va / rated))

function oneAfterAnother(job: Job, source: SourceLoad, zones: readonly string[]): Mend | undefined {
  if (zones.length < 2) return undefined
  const mend = tried('Start one after another', '', job, APART, false)
  const now = mend.leads.find(({ part }) => part === source.part)?.va ?? source.peak
  // A few per cent are the line, which pump and burner do not load yet.
  const helps = now < 0.95 * source.peak
  return {
    ...mend,
    note: helps
      ? `${APART} s between two zones; needs controls that start so.`
      : 'Does not help: it holds what it starts.',
  }
}

function transformerEach(job: Job): Mend | undefined {
  const scheme = schemeCalled('s3')!
  if (job.scheme?.id === scheme.id || !fitOf(scheme, job).fits) return undefined
  return tried(
    'A transformer for each zone',
    'Keep their commons apart. What you changed by hand is not kept.',
    wiredBy(job, scheme),
  )
}
