import type { Intent } from '../intent/intent.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { clockWords } from '../timeline/clock-words.ts'
import { labelOf } from '../words/words.ts'
import type { ProvenPlant } from './plant.ts'
import { deadReads, earthReads, lineReads, loadReads, separationReads } from './reads.ts'
import type { Bringing, ExpectedReading } from './step.ts'

export const LINE = 'Line voltage: for licensed or competent people under the local code.'
const LOCK = 'Only the lock and the tester count, never a screen.'

/** A step before its seconds, bounds and cautions are known. */
export interface Draft extends Bringing {
  readonly id: string
  readonly name: string
  readonly does: readonly string[]
  readonly places: readonly string[]
  readonly reads?: readonly ExpectedReading[]
  readonly dead?: true
  readonly byMeter?: true
  readonly feature?: string
  readonly cautions?: readonly string[]
  /** The boiler that is looked at while it runs on; the zone whose signal is set to the middle. */
  readonly runningOn?: string
  readonly half?: string
  /** What everything is brought to before the last of what is done: a second isolator tells nothing while the first is open. */
  readonly from?: Bringing
}

/** Zones in an order in which neighbours hang near each other: the stairs are walked once. */
export function inWalkingOrder(job: Job): ReturnType<typeof zonesInOrder> {
  const at = (zone: { place: string }) => job.places[zone.place]?.order ?? 0
  return zonesInOrder(job).sort((a, b) => at(a) - at(b))
}

/** What the steps of a script are drawn up from. */
interface About {
  readonly job: Job
  readonly plant: ProvenPlant
  readonly intent: Intent
  readonly zones: ReturnType<typeof zonesInOrder>
  readonly all: readonly string[]
  /** Where one stands to have these zones call, and to see what comes of it. */
  askAt(zones: readonly string[]): readonly string[]
}

/** The steps of a script in their order. Each of these gives those of one kind, or none where the plant has nothing of it. */
const drawnUp: readonly ((about: About) => readonly Draft[])[] = [
  deadWork,
  line,
  nothingCalls,
  oneAfterTheOther,
  allCall,
  powerCut,
  runsOn,
  warmEnough,
  atHalfSignal,
  belowLowLimit,
  atItsLimit,
  nothingAnyMore,
]

/** Every step of a job's script before its seconds, bounds and cautions are known. */
export function draftsOf(job: Job, plant: ProvenPlant, intent: Intent): Draft[] {
  const zones = inWalkingOrder(job)
  const all = zones.map(({ id }) => id)
  const askAt = (ids: readonly string[]) => [...new Set(ids.map((id) => job.zones[id]!.place)), plant.room]
  const about: About = { job, plant, intent, zones, all, askAt }
  const drafts = drawnUp.flatMap((each) => each(about))
  // What is tried while all call, and comes after a step at which some did not.
  const again = (draft: Draft, i: number) => /^(warm|limit):/.test(draft.id) && drafts[i - 1]!.calls.length < all.length
  return drafts.map((draft, i) => (again(draft, i) ? { ...draft, does: ['Turn all up again.', ...draft.does] } : draft))
}

/** Off, locked and proven dead; earth and separation by the ohm. */
function deadWork({ job, plant }: About): Draft[] {
  const [first] = plant.isolators
  if (!first) return []
  const opened = [first]
  return [
    {
      id: 'dead',
      name: 'Off, locked and proven dead',
      does: [
        `Open ${labelOf(job, first)}, lock it, and keep the key.`,
        'Prove the tester on a live source, test every point below, prove the tester again.',
      ],
      places: [...new Set([plant.placeOf(first), plant.room])],
      calls: [],
      opened,
      reads: deadReads(job),
      dead: true,
      cautions: [LOCK, LINE],
    },
    {
      id: 'ohms',
      name: 'Earth continuous, circuits apart',
      does: ['With all dead: earth from every metal part to the supply’s, then between what may not be joined.'],
      places: [plant.room],
      calls: [],
      opened,
      reads: [...earthReads(plant), ...separationReads(plant)],
      dead: true,
      byMeter: true,
      cautions: [LOCK, 'No insulation test with boards, thermostats or actuators connected.'],
    },
  ]
}

/** The line and its polarity. */
function line({ job, plant }: About): Draft[] {
  const [first] = plant.isolators
  return [
    {
      id: 'line',
      name: 'Line voltage and its polarity',
      does: [first ? `Close ${labelOf(job, first)}.` : 'Power on.', 'Read at the way in, on low impedance.'],
      places: [plant.room],
      calls: [],
      opened: [],
      reads: lineReads(plant),
      byMeter: true,
      cautions: [LINE],
    },
  ]
}

/** At rest. */
function nothingCalls({ job, plant, all, askAt }: About): Draft[] {
  return [
    {
      id: 'none',
      name: 'Nothing calls',
      does: [
        'Every thermostat turned down. Nothing may move, run or burn.',
        ...plant.keptWarm.map(
          (id) => `${labelOf(job, id)} keeps stored water warm: let it come to its low limit first.`,
        ),
      ],
      places: [...new Set(askAt(all))],
      calls: [],
      opened: [],
      reads: loadReads(plant, []),
    },
  ]
}

/** Every zone alone, and handed over to the next. */
function oneAfterTheOther({ plant, zones, askAt }: About): Draft[] {
  return zones.flatMap((zone, i) => {
    const drafts: Draft[] = []
    const before = zones[i - 1]
    if (before)
      drafts.push({
        id: `over:${before.id}+${zone.id}`,
        name: `${before.name} and ${zone.name} together`,
        does: [`${zone.name} calls too; ${before.name} goes on calling.`],
        places: askAt([zone.id]),
        calls: [before.id, zone.id],
        opened: [],
      })
    drafts.push({
      id: `alone:${zone.id}`,
      name: `${zone.name} alone`,
      does: before
        ? [`Turn ${before.name} down: ${zone.name} holds on by itself.`]
        : [`Turn ${zone.name} up. Nothing else calls.`],
      places: askAt(before ? [before.id] : [zone.id]),
      calls: [zone.id],
      opened: [],
      reads: loadReads(plant, [zone.id]),
    })
    return drafts
  })
}

/** All at once. */
function allCall({ job, plant, intent, zones, all, askAt }: About): Draft[] {
  if (zones.length < 2) return []
  const names = all.map((id) => job.zones[id]!.name)
  return [
    {
      id: 'all',
      name: intent.first ? 'All call; hot water goes first' : 'All call',
      does: [`Turn all up: ${names.join(', ')}.`],
      places: askAt(all),
      calls: all,
      opened: [],
      reads: loadReads(plant, all),
    },
  ]
}

/** Each isolator opened while all call, and the power back. */
function powerCut({ job, plant, all }: About): Draft[] {
  const { isolators, room } = plant
  return isolators.flatMap((isolator, i) => {
    const drafts: Draft[] = []
    const before = isolators[i - 1]
    drafts.push({
      id: `cut:${isolator}`,
      name: `${labelOf(job, isolator)} opened while all call`,
      does: [
        ...(before ? [`Close ${labelOf(job, before)}, and wait until all runs again.`] : []),
        `Open ${labelOf(job, isolator)}. All that is behind it must be dead.`,
      ],
      places: [...new Set([...(before ? [plant.placeOf(before)] : []), plant.placeOf(isolator), room])],
      calls: all,
      opened: [isolator],
      ...(before ? { from: { calls: all, opened: [] }, feature: 'another isolator' } : {}),
    })
    if (i === isolators.length - 1)
      drafts.push({
        id: 'back',
        name: 'Power back while all call',
        does: [`Close ${labelOf(job, isolator)}. Everything starts at once.`],
        places: [...new Set([plant.placeOf(isolator), room])],
        calls: all,
        opened: [],
      })
    return drafts
  })
}

/** A boiler that runs its pump on. */
function runsOn({ job, plant, all, askAt }: About): Draft[] {
  return plant.runOn.map((boiler) => ({
    id: `on:${boiler}`,
    name: `${labelOf(job, boiler)} runs on`,
    does: [
      `Turn all down and stay: the burner goes out, and the pump goes on for ${clockWords(plant.parts.get(boiler)!.figures.postRun ?? 0)} with every valve shut or shutting.`,
      'Feel the bypass get warm: without a way for the water the boiler bangs and trips.',
    ],
    places: [...new Set([...askAt(all), plant.placeOf(boiler)])],
    calls: [],
    opened: [],
    runningOn: boiler,
    feature: 'a boiler that runs on',
  }))
}

/** A tank that is warm enough. */
function warmEnough({ plant, intent, zones, all, askAt }: About): Draft[] {
  return zones
    .filter(({ id }) => plant.tanks.includes(id))
    .map((zone) => ({
      id: `warm:${zone.id}`,
      name: `${zone.name} warm enough`,
      does: ['Turn its dial below the water’s temperature; put it back after, and note where it stood.'],
      places: askAt([zone.id]),
      calls: all,
      opened: [],
      warm: [zone.id],
      // While it goes first nothing else is fed: what feeds the valves has most to carry once it is satisfied.
      ...(intent.first === zone.id ? { reads: loadReads(plant, all) } : {}),
      feature: 'a tank with a thermostat',
    }))
}

/** A valve that follows a signal. */
function atHalfSignal({ plant, zones, askAt }: About): Draft[] {
  return zones
    .filter(({ id }) => plant.following.includes(id))
    .map((zone) => ({
      id: `half:${zone.id}`,
      name: `${zone.name} at half signal`,
      does: ['All others down. Its position goes back to where the signal came from: read both.'],
      places: askAt([zone.id]),
      calls: [zone.id],
      opened: [],
      half: zone.id,
      reads: loadReads(plant, [zone.id]),
      feature: 'a valve that follows a signal',
    }))
}

/** A boiler that keeps its water warm. */
function belowLowLimit({ job, plant }: About): Draft[] {
  return plant.keptWarm.map((boiler) => ({
    id: `cool:${boiler}`,
    name: `${labelOf(job, boiler)} below its low limit, nothing calls`,
    does: [
      'Turn all down. Turn the low limit’s dial above the water’s temperature: it burns without a call, and no zone opens.',
      'Put the dial back after, and note where it stood.',
    ],
    places: [plant.placeOf(boiler)],
    calls: [],
    opened: [],
    cool: [boiler],
    feature: 'a low limit',
  }))
}

/** A boiler at its limit. */
function atItsLimit({ job, plant, all }: About): Draft[] {
  return plant.limited.map((boiler) => ({
    id: `limit:${boiler}`,
    name: `${labelOf(job, boiler)} at its limit`,
    does: ['Turn the limit’s dial below the water’s temperature; put it back after, and note where it stood.'],
    places: [plant.placeOf(boiler)],
    calls: all,
    opened: [],
    limited: [boiler],
    feature: 'a limit',
    cautions: ['A limit is tried by its dial, never by bridging or overheating.'],
  }))
}

/** At rest again: always the last. */
function nothingAnyMore({ plant, all, askAt }: About): Draft[] {
  return [
    {
      id: 'off',
      name: 'Nothing calls any more',
      does: ['Turn all down and wait until everything has run out.'],
      places: askAt(all),
      calls: [],
      opened: [],
      reads: loadReads(plant, []),
    },
  ]
}
