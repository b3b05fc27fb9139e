import { compare } from '../compare/compare.ts'
import { namedAs } from '../compare/named-as.ts'
import { fail, type Result, succeed } from '../job/failure.ts'
import type { End, Job, Wire } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { everythingCalling } from '../load/budget.ts'
import { kindOf } from '../parts/index.ts'
import { fitOf, schemeCalled } from '../schemes/index.ts'
import { rewired } from '../schemes/rewire.ts'
import { labelOf, markingOf, terminalInWords } from '../words/words.ts'
import { type Join, runSheet } from './run-sheet.ts'

/** What becomes of one conductor that lands on the old part. */
export interface Core {
  readonly wire: string
  readonly colour: string
  /** The marking it comes off. */
  readonly from: string
  /** The marking it goes on; nothing where it has no partner and is ended, insulated and labelled. */
  readonly to: string | undefined
  /** Where its other end is, in words. */
  readonly other: string
}

export interface SwapStep {
  readonly says: string
  readonly caution?: string
}

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
  /** Transformers with everything calling, before and after, volt-amperes. */
  readonly load: readonly {
    readonly label: string
    readonly before: number
    readonly after: number
    readonly rated: number
  }[]
  readonly steps: readonly SwapStep[]
}

const LINE = 'Line voltage: licensed or competent people, off, locked and proven dead.'
const WATER = 'Hot water under pressure scalds. Ask which screws hold the water in before one is turned.'

/**
 * A zone's valve or thermostat swapped for another, of the same kind or not: core for core as its way of wiring lands the
 * new one, with what that does to the transformer, and the steps at the wall. Refused in words where the way cannot have it.
 *
 * @param plan the job as planned
 * @param part the part that goes out
 * @param kind the kind that comes in
 * @example swapOf(kestrelPoint(), 'V2', 'valve/stored-charge') // 4 conductors stay, ...
 */
export function swapOf(plan: Job, part: string, kind: string): Result<Swap> {
  const refused = (code: string, says: string, remedy: string) =>
    fail({ code: `swap/${code}`, where: part, says, remedy })
  const zone = zonesInOrder(plan).find(({ valve, thermostat }) => valve === part || thermostat === part)
  const [old, next] = [kindOf(plan.parts[part] ?? { kind: '' }), kindOf({ kind })]
  if (!zone || !old)
    return refused('part', `${labelOf(plan, part)} is no valve or thermostat of a zone.`, 'Choose one that is.')
  if (!next)
    return refused(
      'kind',
      `There is no kind of part "${kind}".`,
      'Choose one of the catalogue, or make it one of your own.',
    )
  if (next.class !== old.class)
    return refused('class', `${next.name} is no ${old.class}.`, `Choose another ${old.class}.`)
  const scheme = plan.scheme && schemeCalled(plan.scheme.id)
  if (!scheme)
    return refused(
      'scheme',
      'This job is wired by hand, and by no way this program knows.',
      'Change the wiring on the Wall or in Runs.',
    )
  const field = zone.valve === part ? 'valveKind' : 'thermostatKind'
  const asked: Job = { ...plan, zones: { ...plan.zones, [zone.id]: { ...plan.zones[zone.id]!, [field]: kind } } }
  const same = plan.parts[part]!.kind === kind
  const fit = same ? undefined : fitOf(scheme, asked)
  if (fit && !fit.fits)
    return refused(
      'fit',
      `${scheme.name} cannot have it: ${fit.why}`,
      'Choose another kind, or another way of wiring in Survey.',
    )
  const again = same ? undefined : rewired(asked, scheme)
  // What stays keeps the number that is written on it at the wall.
  const made = again ? { job: namedAs(plan, again.job), lost: again.lost } : { job: plan, lost: [] }
  const cores = coresOf(plan, made.job, part)
  const here = new Set(cores.map(({ wire }) => wire))
  const { wires } = compare(plan, made.job)
  const kept = new Set([...wires].filter(([was]) => here.has(was)).map(([, is]) => is))
  const newPart = compare(plan, made.job).parts.get(part) ?? part
  const lands = (end: End) => end.part === newPart
  const wants = Object.entries(made.job.wires)
    .filter(([id, { from, to }]) => !same && !kept.has(id) && (lands(from) || lands(to)))
    .map(([, wire]) => wantIn(made.job, wire, newPart))
  const elsewhere = same
    ? []
    : runSheet(made.job, plan).joins.filter(
        ({ was, wire }) =>
          !(was !== undefined && here.has(was)) && !kept.has(wire) && !touches(made.job.wires[wire], newPart),
      )
  const load = loadOf(plan, made.job)
  return succeed({
    job: made.job,
    says: saysOf(cores, wants.length, same),
    cores,
    wants,
    elsewhere,
    lost: made.lost,
    load,
    steps: stepsOf(plan, made.job, part, kind, zone.head, same, cores, wants),
  })
}

const touches = (wire: Wire | undefined, part: string) =>
  wire !== undefined && (wire.from.part === part || wire.to.part === part)

function coresOf(plan: Job, after: Job, part: string): Core[] {
  const { wires, parts } = compare(plan, after)
  const next = parts.get(part) ?? part
  return Object.entries(plan.wires).flatMap(([id, { from, to, colour }]): Core[] => {
    const end = from.part === part ? from : to.part === part ? to : undefined
    if (!end) return []
    const far = end === from ? to : from
    const now = after.wires[wires.get(id) ?? '']
    const there = now && (now.from.part === next ? now.from : now.to.part === next ? now.to : undefined)
    return [
      {
        wire: id,
        colour,
        from: markingOf(plan, part, end.terminal),
        to: there && markingOf(after, next, there.terminal),
        other: terminalInWords(plan, far.part, far.terminal),
      },
    ]
  })
}

function wantIn(job: Job, { from, to, colour }: Wire, part: string): string {
  const [end, far] = from.part === part ? [from, to] : [to, from]
  return `${markingOf(job, part, end.terminal)}: ${colour} from ${terminalInWords(job, far.part, far.terminal)}`
}

function loadOf(before: Job, after: Job): Swap['load'] {
  const then = everythingCalling(before)
  return [...everythingCalling(after)].map(([id, { va }]) => ({
    label: labelOf(after, id),
    before: then.get(id)?.va ?? 0,
    after: va,
    rated: Number(after.parts[id]?.figures?.va ?? kindOf(after.parts[id]!)?.figures.va?.value ?? 0),
  }))
}

const count = (n: number, one: string, many: string) => (n === 1 ? `one ${one}` : `${n} ${many}`)

function saysOf(cores: readonly Core[], wants: number, same: boolean): string {
  if (same) return `Like for like: ${count(cores.length, 'conductor', 'conductors')} back on the same terminals.`
  const stay = cores.filter(({ to }) => to !== undefined).length
  const off = cores.length - stay
  const parts = [
    count(stay, 'conductor finds its terminal', 'conductors find their terminals'),
    ...(off > 0 ? [count(off, 'has no partner and is ended', 'have no partner and are ended')] : []),
    ...(wants > 0 ? [count(wants, 'terminal wants one more', 'terminals want one more')] : []),
  ]
  const text = parts.join(', ')
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`
}

/** What is done at the wall, in its order. */
function stepsOf(
  plan: Job,
  after: Job,
  part: string,
  kind: string,
  head: 'dry' | 'wet' | undefined,
  same: boolean,
  cores: readonly Core[],
  wants: readonly string[],
): SwapStep[] {
  const [old, next] = [kindOf(plan.parts[part]!)!, kindOf({ kind })!]
  const line = [old, next].some((one) => Object.values(one.terminals).some(({ circuit }) => circuit === 'line voltage'))
  const valve = old.class === 'valve'
  const water = plan.survey.water
  const body = valve && (!same || head === 'wet')
  const steps: SwapStep[] = [
    {
      says: 'Switch off, lock, and prove it dead at the points the run sheet names.',
      ...(line ? { caution: LINE } : {}),
    },
    { says: `Take a photo of ${labelOf(plan, part)} as it is, and label every conductor before one is moved.` },
  ]
  if (valve) {
    steps.push(
      head === undefined
        ? {
            says: 'Find out first whether the head comes off dry. Until that is answered, take it that water follows it.',
            caution: WATER,
          }
        : head === 'dry'
          ? { says: 'The head comes off dry: the body stays, and the water stays in.' }
          : { says: 'Water follows this head: the system is let down first.', caution: WATER },
    )
    if (body || head === undefined)
      steps.push({
        says: `Where the body comes out: let it cool, shut ${water?.isolating || 'the isolating valves on both sides'}, drain at ${water?.drain || 'the drain cock'}, and see the pressure gone before a screw is turned.`,
        caution: WATER,
      })
  }
  for (const { colour, from, other } of cores) steps.push({ says: `Lift ${colour} off ${from} (to ${other}).` })
  if (valve)
    steps.push(
      {
        says: 'Turn the stem by hand before any motor is put on it: it goes through its whole way, neither stiff nor loose.',
      },
      {
        says: next.roles?.lever
          ? 'Hold the new head open by its lever while it goes on, the way its arrow points; see its latch home, and release the lever afterwards.'
          : 'Put the new head on the way its arrow points, and see its latch home.',
      },
    )
  else steps.push({ says: 'Fix the new base level, its cable coming in where it is not pinched.' })
  for (const { colour, to } of cores)
    steps.push(
      to === undefined
        ? { says: `End ${colour}: insulate it, coil it, label it. It has no partner on the new one.` }
        : { says: `Land ${colour} on ${to}.` },
    )
  for (const want of wants) steps.push({ says: `Bring one more to ${want}.` })
  for (const hazard of next.hazards ?? []) steps.push({ says: hazard })
  if (valve && (body || head === undefined))
    steps.push({
      says: `${head === undefined && !body ? 'Where water was let out: fill' : 'Fill'}, bleed, and look for drips cold; look again hot.`,
      caution: WATER,
    })
  steps.push({
    says: `Power back, and the closing check of what the change touches: ${labelOf(after, part)} and its zone first.`,
  })
  return steps
}
