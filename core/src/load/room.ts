import { produce } from 'immer'
import type { Job } from '../job/schema.ts'
import { MOST_ZONES } from '../job/zones.ts'
import { kindOf, kinds } from '../parts/index.ts'
import { addZone } from '../parts/new-job.ts'
import { transformersAsked } from '../schemes/facts.ts'
import { fitOf, schemeCalled, wiredBy } from '../schemes/index.ts'
import { briefly } from './briefly.ts'
import { LoadBench, type Moment, peakOf } from './carried.ts'
import { fullCalls } from './full-calls.ts'
import { MARGIN } from './limits.ts'

/** How many more of a kind of valve fit within the margin of every transformer. */
export interface RoomFor {
  readonly kind: string
  readonly name: string
  readonly more: number
  /** What ends it: the transformers, what the way of wiring takes, or as many zones as a job holds. */
  readonly ends: 'load' | 'way' | 'zones'
}

/** Is a job with so many more zones of a kind carried within the margin? By wiring it and running it with all calling that can. */
export function carriesMore(job: Job, kind: string, more: number): 'yes' | 'load' | 'way' | 'zones' {
  const scheme = schemeCalled(job.scheme?.id ?? '')
  if (Object.keys(job.zones).length + more > MOST_ZONES) return 'zones'
  if (!scheme) return 'way'
  let grown = job
  const several = transformersAsked(job).length > 1
  for (let n = 0; n < more; n++) {
    const on = several ? emptiest(n > 0 ? withNameplates(wiredBy(grown, scheme), job) : job) : undefined
    grown = produce(grown, (draft) => {
      const zone = draft.zones[addZone(draft)]!
      zone.valveKind = kind
      if (on !== undefined) zone.transformer = on
    })
  }
  if (more > 0 && !fitOf(scheme, grown).fits) return 'way'
  const wired = more > 0 ? withNameplates(wiredBy(grown, scheme), job) : job
  // A further panel has channels and a transformer of its own: that is no room on this one.
  if (panelsIn(wired) > panelsIn(job)) return 'way'
  const bench = new LoadBench(wired)
  const runs = fullCalls(grown).map(({ zones }) => bench.run(zones))
  // What goes beyond the margin for a moment, while valves start, is room all the same.
  const fits = (moments: readonly Moment[], most: number) =>
    peakOf(moments) <= most || briefly(moments, most) !== undefined
  const carried = (part: string, rated: number) => runs.every((run) => fits(run.get(part)!, MARGIN * rated))
  return bench.sources.every(({ part, rated }) => carried(part, rated)) ? 'yes' : 'load'
}

const panelsIn = (job: Job) => Object.values(job.parts).filter((part) => kindOf(part)?.class === 'panel').length

/** Of the transformers that share the zones, the number of the one with most VA left when everything calls. */
function emptiest(job: Job): number | undefined {
  const bench = new LoadBench(job)
  const all = bench.run(Object.keys(job.zones))
  const left = new Map(bench.sources.map(({ part, rated }) => [part, rated - peakOf(all.get(part)!)]))
  // Whatever hangs on a transformer is fed by it: the survey's number is that of the source its zones draw from.
  const numbers = transformersAsked(job).map((n) => {
    const zone = Object.keys(job.zones).find((id) => (job.zones[id]!.transformer ?? 1) === n)!
    const source = bench.sources.find(({ part }) => all.get(part)!.some(({ zones }) => (zones[zone] ?? 0) > 0))
    return { n, left: left.get(source?.part ?? '') ?? 0 }
  })
  return numbers.toSorted((a, b) => b.left - a.left)[0]?.n
}

/** A job wired anew, with the nameplates of the parts it had. */
const withNameplates = (anew: Job, before: Job): Job =>
  produce(anew, (draft) => {
    for (const [id, part] of Object.entries(draft.parts)) {
      const was = before.parts[id]
      if (was?.kind === part.kind && was.figures) part.figures = { ...part.figures, ...was.figures }
    }
  })

/**
 * How many more valves of each kind fit, found by wiring and running the grown plant; kinds that the way of wiring does not
 * take are left out. Yields after each kind.
 * @returns true for `more` and false for one more, each of them run
 */
export function* roomFor(job: Job): Generator<void, RoomFor[]> {
  const found: RoomFor[] = []
  for (const { kind, name, class: of } of kinds) {
    if (of !== 'valve') continue
    let more = 0
    let ends = carriesMore(job, kind, 1)
    while (ends === 'yes') ends = carriesMore(job, kind, ++more + 1)
    // A way that takes none of them at all says nothing of the transformer.
    if (more > 0 || ends === 'load') found.push({ kind, name, more, ends })
    yield
  }
  return found
}
