import { produce } from 'immer'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { kindOf, kinds } from '../parts/index.ts'
import { transformersAsked } from '../schemes/facts.ts'
import { fitOf, schemeCalled, wiredBy } from '../schemes/index.ts'
import type { Scheme } from '../schemes/scheme.ts'
import { transformersShared } from '../schemes/transformers-shared.ts'
import { listed } from '../words/listed.ts'
import { labelOf } from '../words/words.ts'
import { LoadBench, peakOf } from './carried.ts'
import { fuseFor } from './fuse-size.ts'
import { LIMITED, MARGIN } from './limits.ts'
import { resized, TRANSFORMER_SIZES } from './resize.ts'
import type { SourceLoad } from './source-load.ts'

/** Seconds between zones that start one after another. */
const APART = 60
/** Share of the peak below which a change counts as help: the rest is the line, which pump and burner do not load yet. */
const HELPS = 0.95

/** Zones above this count are told by their numbers. */
const MOST_NAMED = 5

/** Something that may mend it, tried by running it. */
export interface Mend {
  readonly name: string
  readonly note: string
  /** Greatest VA of each transformer after it, against its rating. */
  readonly leads: readonly { readonly part: string; readonly va: number; readonly rated: number }[]
  /** Does everything stay under the margin, just under the rating, or is it no help? */
  readonly mends: 'well' | 'just' | 'no'
  /** The job with it; undefined where it cannot be applied to the drawing. */
  readonly job?: Job
}

type Try = (job: Job, worst: SourceLoad, all: readonly SourceLoad[]) => Mend | undefined

/** What is tried, in this order; a new one is one line here. */
export const mendsTried: readonly Try[] = [
  largerTransformer,
  otherValve,
  oneAfterAnother,
  anotherTransformer,
  transformerEach,
]

/** Runs a changed job with those zones calling that drew most before, and says where that leads. */
function tried(name: string, note: string, { zones }: SourceLoad, job: Job, apart = 0): Mend {
  const bench = new LoadBench(job)
  const moments = bench.run(zones, apart)
  const leads = bench.sources.map(({ part, rated }) => ({ part, va: peakOf(moments.get(part)!), rated }))
  const share = shareOf({ leads })
  return { name, note, leads, mends: share <= MARGIN ? 'well' : share <= 1 ? 'just' : 'no', job }
}

/** How far the fullest transformer is used, 1 at its rating. */
const shareOf = ({ leads }: Pick<Mend, 'leads'>) => Math.max(0, ...leads.map(({ va, rated }) => va / rated))

/** Wired again by a way, with the nameplates of what stays: the same part of the same kind keeps its own figures. */
function wiredAgain(job: Job, scheme: Scheme, transformer: string): Job {
  const rated = job.parts[transformer]?.figures?.va
  const surveyed = produce(job, (draft) => {
    if (rated !== undefined && kindOf(job.parts[transformer]!)?.class === 'transformer') {
      draft.survey.transformer.va = rated
      draft.survey.transformer.fuseAmps = fuseFor(rated)
    }
  })
  return produce(wiredBy(surveyed, scheme), (draft) => {
    for (const [id, part] of Object.entries(draft.parts)) {
      const was = job.parts[id]
      if (was?.kind === part.kind && was.figures) part.figures = { ...part.figures, ...was.figures }
    }
  })
}

function largerTransformer(job: Job, worst: SourceLoad): Mend | undefined {
  const { part, rated, peak } = worst
  if (kindOf(job.parts[part]!)?.class !== 'transformer') return undefined
  const size =
    TRANSFORMER_SIZES.find((va) => va > rated && va * MARGIN >= peak) ?? (rated < LIMITED ? LIMITED : undefined)
  if (size === undefined)
    return {
      name: `A transformer above ${LIMITED} VA`,
      note: `Refused: a limited-energy 24 V circuit stays at or under ${LIMITED} VA for each transformer.`,
      leads: [],
      mends: 'no',
    }
  const { job: changed, fuse } = resized(job, part, size)
  const note = fuse === undefined ? 'Same wiring.' : `Same wiring; its fuse becomes ${fuse} A.`
  return tried(`A ${size} VA transformer`, note, worst, changed)
}

/** The hungriest zone with the valve that draws least of those its way of wiring takes. */
function otherValve(job: Job, worst: SourceLoad): Mend | undefined {
  const { part, devices, peak, rated } = worst
  const scheme = schemeCalled(job.scheme?.id ?? '')
  const most = devices.toSorted((a, b) => b.starts - a.starts)[0]
  if (!scheme || !most) return undefined
  let best: Mend | undefined
  for (const { kind, class: of, name } of kinds) {
    if (of !== 'valve' || kind === job.zones[most.zone]!.valveKind) continue
    const changed = produce(job, (draft) => void (draft.zones[most.zone]!.valveKind = kind))
    if (!fitOf(scheme, changed).fits) continue
    const mend = tried(
      `${name} in place of ${labelOf(job, most.part)}`,
      'Wired again by the same way; wires you moved by hand are not kept.',
      worst,
      wiredAgain(changed, scheme, part),
    )
    if (!best || shareOf(mend) < shareOf(best)) best = mend
  }
  return best && shareOf(best) < (HELPS * peak) / rated ? best : undefined
}

function oneAfterAnother(job: Job, worst: SourceLoad): Mend | undefined {
  const { part, peak, together } = worst
  if (together.length < 3) return undefined
  const { job: _sameJob, ...mend } = tried('Start one after another', '', worst, job, APART)
  const now = mend.leads.find((lead) => lead.part === part)?.va ?? peak
  return now < HELPS * peak
    ? { ...mend, note: `${APART} s between two zones; needs controls that start so.` }
    : { ...mend, mends: 'no', note: 'Does not help: it holds what it starts.' }
}

/**
 * One transformer more than hang, its zones the ones that make all of them as even as may be: the hungriest first, each to
 * the one that carries least so far. One more is tried where two are still short, up to as many as there are zones.
 */
function anotherTransformer(job: Job, worst: SourceLoad, all: readonly SourceLoad[]): Mend | undefined {
  const { part, together } = worst
  const devices = all.flatMap((source) => source.devices)
  const draws = new Map(devices.map(({ zone, starts, holds }) => [zone, Math.max(starts, holds)]))
  const hungry = zonesInOrder(job).toSorted((a, b) => (draws.get(b.id) ?? 0) - (draws.get(a.id) ?? 0))
  let best: Mend | undefined
  for (let count = transformersAsked(job).length + 1; count < together.length - 1 && best?.mends !== 'well'; count++) {
    const shared = produce(job, (draft) => {
      const carried = Array.from({ length: count }, () => 0)
      for (const { id } of hungry) {
        const least = carried.indexOf(Math.min(...carried))
        carried[least]! += draws.get(id) ?? 0
        draft.zones[id]!.transformer = least + 1
      }
    })
    if (!fitOf(transformersShared, shared).fits) return undefined
    const also = Array.from({ length: count }, (_, i) =>
      zonesInOrder(shared).filter(({ transformer }) => transformer === i + 1),
    )
    // A few are told by name, many by their numbers.
    const told = (zones: (typeof also)[number]) =>
      hungry.length > MOST_NAMED
        ? `zone${zones.length === 1 ? '' : 's'} ${listed(zones.map(({ number }) => String(number)))}`
        : listed(zones.map(({ name }) => name))
    const mend = tried(
      count === 2 ? 'A second transformer beside it' : `${count} transformers`,
      `${also.map((zones, i) => `${i + 1}: ${told(zones)}`).join('. ')}. Keep their commons apart; wires you moved by hand are not kept.`,
      worst,
      wiredAgain(shared, transformersShared, part),
    )
    if (!best || shareOf(mend) < shareOf(best)) best = mend
  }
  return best
}

function transformerEach(job: Job, worst: SourceLoad): Mend | undefined {
  const scheme = schemeCalled('s3')!
  // Of one zone it would be the same again.
  if (worst.together.length < 3 || job.scheme?.id === scheme.id || !fitOf(scheme, job).fits) return undefined
  return tried(
    'A transformer for each zone',
    'Keep their commons apart. Wires you moved by hand are not kept.',
    worst,
    wiredAgain(job, scheme, worst.part),
  )
}
