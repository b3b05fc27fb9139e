import type { Job } from '../../job/schema.ts'
import { kindOf } from '../../parts/index.ts'
import { setUpOf } from '../../schemes/diverter-set-up.ts'
import { labelOf } from '../../words/words.ts'
import type { Core } from './cores.ts'

export interface SwapStep {
  readonly says: string
  readonly caution?: string
}

const LINE = 'Line voltage: licensed or competent people, off, locked and proven dead.'
const WATER = 'Hot water under pressure scalds. Ask which screws hold the water in before one is turned.'

/** What the steps at the wall follow from. */
interface Asked {
  readonly plan: Job
  readonly after: Job
  readonly part: string
  readonly kind: string
  /** Does the head of a valve come off dry? */
  readonly head: 'dry' | 'wet' | undefined
  /** Does everything land on the same terminals? */
  readonly same: boolean
  readonly cores: readonly Core[]
  readonly wants: readonly string[]
  /** Amps of the fuse that becomes another with it. */
  readonly fuse: number | undefined
  /** Parts that have to hang beside the new one. */
  readonly besides: readonly string[]
}

/** What is done at the wall, in its order. */
export function stepsOf(asked: Asked): SwapStep[] {
  const { plan, after, part, kind, cores, wants, besides } = asked
  const [old, next] = [kindOf(plan.parts[part]!)!, kindOf({ kind })!]
  const line = [old, next].some((one) => Object.values(one.terminals).some(({ circuit }) => circuit === 'line voltage'))
  const [before, fitted, last] = (own[old.class] ?? onTheWall)(asked)
  return [
    // A new valve that is broken is found before the old one is out.
    ...(next.class === 'valve'
      ? [{ says: 'Try the new one on a bench first, as its bench check says; note its tag.' }]
      : []),
    {
      says: 'Switch off, lock, and prove it dead at the points the run sheet names.',
      ...(line ? { caution: LINE } : {}),
    },
    { says: `Take a photo of ${labelOf(plan, part)} as it is, and label every conductor before one is moved.` },
    // What can hurt is said before a cover comes off, not after the last screw.
    ...(next.hazards ?? []).map((says) => ({ says })),
    ...before,
    ...cores.map(({ colour, from, other }) => ({ says: `Lift ${colour} off ${from} (to ${other}).` })),
    ...fitted,
    ...besides.map((label) => ({ says: `Hang ${label} beside it, and wire it by the run sheet.` })),
    ...cores.map(({ colour, to }) =>
      to === undefined
        ? { says: `End ${colour}: insulate it, coil it, label it. It has no partner on the new one.` }
        : { says: `Land ${colour} on ${to}.` },
    ),
    ...wants.map((want) => ({ says: `Bring one more to ${want}.` })),
    ...last,
    {
      says: `Power back, and the closing check of what the change touches: ${labelOf(after, part)} and ${touched[old.class] ?? 'its zone'} first.`,
    },
  ]
}

const touched: Readonly<Record<string, string>> = { panel: 'every zone on it', transformer: 'everything it feeds' }

/** Steps of its own that a class of part has: before its conductors come off, when it goes on, and after they are landed. */
type Own = (asked: Asked) => readonly [before: SwapStep[], fitted: SwapStep[], last: SwapStep[]]

const onTheWall: Own = () => [
  [],
  [{ says: 'Fix the new base level, its cable coming in where it is not pinched.' }],
  [],
]

const valve: Own = ({ plan, kind, head, same }) => {
  const next = kindOf({ kind })!
  const { water } = plan.survey
  const body = !same || head === 'wet'
  const opened = body || head === undefined
  const before: SwapStep[] = [
    head === undefined
      ? {
          says: 'Find out first whether the head comes off dry. Until that is answered, take it that water follows it.',
          caution: WATER,
        }
      : head === 'dry'
        ? { says: 'The head comes off dry: the body stays, and the water stays in.' }
        : { says: 'Water follows this head: the system is let down first.', caution: WATER },
    ...(opened
      ? [
          {
            says: `Where the body comes out: let it cool, shut ${water?.isolating || 'the isolating valves on both sides'}, drain at ${water?.drain || 'the drain cock'}, and see the pressure gone before a screw is turned.`,
            caution: WATER,
          },
        ]
      : []),
  ]
  const turns = next.roles.diverts ? setUpOf(plan) : undefined
  const fitted: SwapStep[] = [
    {
      says: 'Turn the stem by hand before any motor is put on it: it goes through its whole way, neither stiff nor loose.',
    },
    ...(turns === undefined
      ? []
      : turns.legal
        ? turns.steps.map((says) => ({ says }))
        : [{ says: `It must not be fitted so: ${turns.why}` }]),
    {
      says: next.roles.lever
        ? 'Hold the new head open by its lever while it goes on, the way its arrow points; see its latch home, and release the lever afterwards.'
        : 'Put the new head on the way its arrow points, and see its latch home.',
    },
  ]
  const last: SwapStep[] = opened
    ? [
        {
          says: `${head === undefined && !body ? 'Where water was let out: fill' : 'Fill'}, bleed, and look for drips cold; look again hot.`,
          caution: WATER,
        },
      ]
    : []
  return [before, fitted, last]
}

const transformer: Own = ({ plan, after, part, fuse }) => {
  const { va, openVolts } = after.parts[part]!.figures ?? {}
  const volts = openVolts ?? kindOf(after.parts[part]!)?.figures.openVolts?.value
  const others = Object.values(plan.parts).filter((one) => kindOf(one)?.class === 'transformer').length > 1
  return [
    [],
    [
      {
        says: `Fix the new one where its heat can leave it${va === undefined ? '' : `; its nameplate says ${va} VA`}.`,
      },
    ],
    [
      ...(fuse === undefined ? [] : [{ says: `Put in a fuse of ${fuse} A: the old one is for the old rating.` }]),
      ...(others
        ? [{ says: 'Its secondary is joined to no other transformer’s: two in parallel feed back through each other.' }]
        : []),
      {
        says: `Lift its secondary's hot lead once more, power back, and read the secondary open: about ${volts} V, and no line voltage from either lead to earth. Off, proven dead, and landed again.`,
        caution: LINE,
      },
    ],
  ]
}

const panel: Own = ({ plan, part, kind }) => {
  const set = (kindOf(plan.parts[part]!)?.controls ?? []).map(({ name }) => name.toLowerCase())
  const now = (kindOf({ kind })?.controls ?? []).map(({ name }) => name.toLowerCase())
  return [
    set.length > 0 ? [{ says: `Write down how the old one is set: ${set.join(', ')}.` }] : [],
    [{ says: 'Fix the new one, line voltage and low voltage coming in by openings of their own.' }],
    now.length > 0 ? [{ says: `Set the new one before power comes back: ${now.join(', ')}.` }] : [],
  ]
}

/** A class with steps of its own is one line here; any other is fixed to the wall. */
const own: Readonly<Record<string, Own>> = { valve, transformer, panel }
