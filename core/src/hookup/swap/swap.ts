import { compare } from '../../compare/compare.ts'
import { namedAs } from '../../compare/named-as.ts'
import { fail, type Result, succeed } from '../../job/failure.ts'
import type { End, Job } from '../../job/schema.ts'
import { atWorst } from '../../load/budget.ts'
import { resized } from '../../load/resize.ts'
import { kindOf } from '../../parts/index.ts'
import { fitOf, schemeCalled } from '../../schemes/index.ts'
import { rewired } from '../../schemes/rewire.ts'
import { labelOf } from '../../words/words.ts'
import { type Join, runSheet } from '../run-sheet.ts'
import { type Core, coresOf, touches, wantIn } from './cores.ts'
import { type Incoming, type SwapPlace, swapPlaces } from './places.ts'
import { type SwapStep, stepsOf } from './steps.ts'

/** A part out and another in, worked out before anything is touched. */
export interface Swap {
  /** The plan with the new part. */
  readonly job: Job
  readonly says: string
  readonly cores: readonly Core[]
  /** Terminals of the new part that want a conductor the old one did not have, in words. */
  readonly wants: readonly string[]
  /** What is done to conductors elsewhere than at the part: links that come and go, splices. */
  readonly elsewhere: readonly Join[]
  /** What was changed by hand and has no place any more. */
  readonly lost: readonly string[]
  /** Transformers at worst, before and after, volt-amperes. */
  readonly load: readonly {
    readonly label: string
    readonly before: number
    readonly after: number
    readonly rated: number
  }[]
  readonly steps: readonly SwapStep[]
}

/**
 * A part swapped for another, of the same kind or not: a zone's valve or thermostat, the zone panel, a transformer. Core for
 * core as its way of wiring lands the new one, with what that does to the transformer, and the steps at the wall. Refused in
 * words where the way cannot have it.
 *
 * @param plan the job as planned
 * @param part the part that goes out
 * @param incoming the kind that comes in, or with it the size of a transformer
 * @example swapOf(kestrelPoint(), 'V2', { kind: 'valve/stored-charge' }) // 3 conductors find their terminals, ...
 */
export function swapOf(plan: Job, part: string, incoming: Incoming): Result<Swap> {
  const refused = (code: string, says: string, remedy: string) =>
    fail({ code: `swap/${code}`, where: part, says, remedy })
  const { kind } = incoming
  const place = swapPlaces(plan).find((one) => one.part === part)
  const [old, next] = [kindOf(plan.parts[part]), kindOf({ kind })]
  if (!place || !old)
    return refused(
      'part',
      `${labelOf(plan, part)} is no valve or thermostat of a zone, no panel and no transformer.`,
      'Choose one that is.',
    )
  if (!next)
    return refused(
      'kind',
      `There is no kind of part "${kind}".`,
      'Choose one of the catalogue, or make it one of your own.',
    )
  if (next.class !== old.class)
    return refused('class', `${next.name} is no ${old.class}.`, `Choose another ${old.class}.`)
  const made = plannedWith(plan, place, incoming)
  if (!made.ok) return made
  const { job, lost, fuse, same } = made.value
  const cores = coresOf(plan, job, part)
  const here = new Set(cores.map(({ wire }) => wire))
  const { wires, parts } = compare(plan, job)
  const kept = new Set([...wires].filter(([was]) => here.has(was)).map(([, is]) => is))
  const newPart = parts.get(part) ?? part
  const known = new Set(parts.values())
  const besides = Object.keys(job.parts)
    .filter((id) => !known.has(id) && id !== newPart && kindOf(job.parts[id]!)?.class !== 'joint')
    .map((id) => labelOf(job, id))
  const lands = (end: End) => end.part === newPart
  const wants = Object.entries(job.wires)
    .filter(([id, { from, to }]) => !same && !kept.has(id) && (lands(from) || lands(to)))
    .map(([, wire]) => wantIn(job, wire, newPart))
  const elsewhere = same
    ? []
    : runSheet(job, plan).joins.filter(
        ({ wire }) => !here.has(wire) && !kept.has(wire) && !touches(job.wires[wire], newPart),
      )
  return succeed({
    job,
    says: saysOf(cores, wants.length, besides, made.value),
    cores,
    wants,
    elsewhere,
    lost,
    load: loadOf(plan, job),
    steps: stepsOf({ plan, after: job, part, kind, head: place.zone?.head, same, cores, wants, fuse, besides }),
  })
}

interface PlannedWith {
  readonly job: Job
  readonly lost: readonly string[]
  /** Amps of the fuse that becomes another with it. */
  readonly fuse?: number | undefined
  /** Does everything land on the same terminals? */
  readonly same: boolean
  /** Is it the same kind in another size? */
  readonly resized?: true
}

/** The plan with the new part: as it is, with another size, or wired again by its way. */
function plannedWith(plan: Job, { part, asked }: SwapPlace, { kind, va }: Incoming): Result<PlannedWith> {
  const { kind: old, figures } = plan.parts[part]!
  if (old === kind) {
    const rated = figures?.va ?? kindOf({ kind })?.figures.va?.value
    if (va === undefined || va === rated) return succeed({ job: plan, lost: [], same: true })
    return succeed({ ...resized(plan, part, va), lost: [], same: true, resized: true })
  }
  const refused = (code: string, says: string, remedy: string) =>
    fail({ code: `swap/${code}`, where: part, says, remedy })
  const scheme = plan.scheme && schemeCalled(plan.scheme.id)
  if (!scheme)
    return refused(
      'scheme',
      'This job is wired by hand, and by no way this program knows.',
      'Change the wiring on the Wall or in Runs.',
    )
  const wanted = asked(kind)
  const fit = fitOf(scheme, wanted)
  if (!fit.fits)
    return refused(
      'fit',
      `${scheme.name} cannot have it: ${fit.why}`,
      'Choose another kind, or another way of wiring in Survey.',
    )
  const again = rewired(wanted, scheme)
  // What stays keeps the number that is written on it at the wall.
  return succeed({ job: namedAs(plan, again.job), lost: again.lost, same: false })
}

function loadOf(before: Job, after: Job): Swap['load'] {
  const then = atWorst(before)
  return atWorst(after).map(({ part, va, rated }) => ({
    label: labelOf(after, part),
    before: then.find((one) => one.part === part)?.va ?? 0,
    after: va,
    rated,
  }))
}

const count = (n: number, one: string, many: string) => (n === 1 ? `one ${one}` : `${n} ${many}`)

function saysOf(
  cores: readonly Core[],
  wants: number,
  besides: readonly string[],
  { same, resized: other, fuse }: PlannedWith,
): string {
  if (same) {
    const back = `${count(cores.length, 'conductor', 'conductors')} back on the same terminals`
    return other
      ? `Another size, the same wiring: ${back}${fuse === undefined ? '' : `, and a fuse of ${fuse} A`}.`
      : `Like for like: ${back}.`
  }
  const stay = cores.filter(({ to }) => to !== undefined).length
  const off = cores.length - stay
  const parts = [
    count(stay, 'conductor finds its terminal', 'conductors find their terminals'),
    ...(off > 0 ? [count(off, 'has no partner and is ended', 'have no partner and are ended')] : []),
    ...(wants > 0 ? [count(wants, 'terminal wants one more', 'terminals want one more')] : []),
    ...(besides.length > 0 ? [`${besides.join(' and ')} ${besides.length === 1 ? 'comes' : 'come'} beside it`] : []),
  ]
  const text = parts.join(', ')
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`
}
