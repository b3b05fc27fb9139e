import { type Intent, intentOf } from '../intent/intent.ts'
import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { clockWords } from '../timeline/clock-words.ts'
import { labelOf } from '../words/words.ts'
import { coverageOf } from './coverage.ts'
import { expectationsOf } from './expectations.ts'
import { type ProvenPlant, plantOf } from './plant.ts'
import { ProveBench } from './prove-bench.ts'
import { deadReads, earthReads, lineReads, loadReads, separationReads } from './reads.ts'
import type { Bringing, ExpectedReading, Script, Step } from './step.ts'

const LIVE = 'Live: meter leads and nothing else under an open cover. Line voltage may stand in the same box.'
const LINE = 'Line voltage: for licensed or competent people under the local code.'
const LOCK = 'Only the lock and the tester count, never a screen.'

/** A step before its seconds, bounds and cautions are known. */
interface Draft extends Bringing {
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

/**
 * The commissioning script of a job, computed: dead work first, then the line, nothing calling, every zone alone and handed
 * over to the next so that each pump, relay and switch is held by one zone after another, all, the power cut and back, what
 * this plant has besides, and last always nothing calling. What is expected of valves, pumps and boiler is the job's intent;
 * the readings and the seconds are those of its circuit.
 *
 * @example scriptOf(kestrelPoint()).steps.at(-1)!.name // 'Nothing calls any more'
 */
export function scriptOf(job: Job): Script {
  const plant = plantOf(job)
  const intent = intentOf(job)
  const bench = new ProveBench(job)
  const steps = draftsOf(job, plant, intent).flatMap((draft) => stepOf(job, plant, intent, bench, draft))
  return { steps, coverage: coverageOf(job, steps) }
}

/** Zones in an order in which neighbours hang near each other: the stairs are walked once. */
export function inWalkingOrder(job: Job): ReturnType<typeof zonesInOrder> {
  const at = (zone: { place: string }) => job.places[zone.place]?.order ?? 0
  return zonesInOrder(job).sort((a, b) => at(a) - at(b))
}

function draftsOf(job: Job, plant: ProvenPlant, intent: Intent): Draft[] {
  const { isolators, room } = plant
  const zones = inWalkingOrder(job)
  const all = zones.map(({ id }) => id)
  const first = isolators[0]
  const off = first ? [first] : []
  const askAt = (ids: readonly string[]) => [...new Set(ids.map((id) => job.zones[id]!.place)), room]
  const at = (...ids: string[]) => [...new Set(ids)]
  const named = (ids: readonly string[]) => ids.map((id) => job.zones[id]!.name)
  const drafts: Draft[] = []
  if (first)
    drafts.push(
      {
        id: 'dead',
        name: 'Off, locked and proven dead',
        does: [
          `Open ${labelOf(job, first)}, lock it, and keep the key.`,
          'Prove the tester on a live source, test every point below, prove the tester again.',
        ],
        places: at(plant.placeOf(first), room),
        calls: [],
        opened: off,
        reads: deadReads(job),
        dead: true,
        cautions: [LOCK, LINE],
      },
      {
        id: 'ohms',
        name: 'Earth continuous, circuits apart',
        does: ['With all dead: earth from every metal part to the supply’s, then between what may not be joined.'],
        places: [room],
        calls: [],
        opened: off,
        reads: [...earthReads(plant), ...separationReads(plant)],
        dead: true,
        byMeter: true,
        cautions: [LOCK, 'No insulation test with boards, thermostats or actuators connected.'],
      },
    )
  drafts.push({
    id: 'line',
    name: 'Line voltage and its polarity',
    does: [first ? `Close ${labelOf(job, first)}.` : 'Power on.', 'Read at the way in, on low impedance.'],
    places: [room],
    calls: [],
    opened: [],
    reads: lineReads(plant),
    byMeter: true,
    cautions: [LINE],
  })
  drafts.push({
    id: 'none',
    name: 'Nothing calls',
    does: [
      'Every thermostat turned down. Nothing may move, run or burn.',
      ...plant.keptWarm.map((id) => `${labelOf(job, id)} keeps stored water warm: let it come to its low limit first.`),
    ],
    places: [...new Set([...askAt(all)])],
    calls: [],
    opened: [],
    reads: loadReads(plant, []),
  })
  for (const [i, zone] of zones.entries()) {
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
  }
  if (zones.length > 1)
    drafts.push({
      id: 'all',
      name: intent.first ? 'All call; hot water goes first' : 'All call',
      does: [`Turn all up: ${named(all).join(', ')}.`],
      places: askAt(all),
      calls: all,
      opened: [],
      reads: loadReads(plant, all),
    })
  for (const [i, isolator] of isolators.entries()) {
    const before = isolators[i - 1]
    drafts.push({
      id: `cut:${isolator}`,
      name: `${labelOf(job, isolator)} opened while all call`,
      does: [
        ...(before ? [`Close ${labelOf(job, before)}, and wait until all runs again.`] : []),
        `Open ${labelOf(job, isolator)}. All that is behind it must be dead.`,
      ],
      places: at(...(before ? [plant.placeOf(before)] : []), plant.placeOf(isolator), room),
      calls: all,
      opened: [isolator],
      ...(before ? { from: { calls: all, opened: [] }, feature: 'another isolator' } : {}),
    })
    if (i === isolators.length - 1)
      drafts.push({
        id: 'back',
        name: 'Power back while all call',
        does: [`Close ${labelOf(job, isolator)}. Everything starts at once.`],
        places: at(plant.placeOf(isolator), room),
        calls: all,
        opened: [],
      })
  }
  for (const boiler of plant.runOn)
    drafts.push({
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
    })
  for (const zone of zones.filter(({ id }) => plant.tanks.includes(id)))
    drafts.push({
      id: `warm:${zone.id}`,
      name: `${zone.name} warm enough`,
      does: ['Turn its dial below the water’s temperature; put it back after, and note where it stood.'],
      places: askAt([zone.id]),
      calls: all,
      opened: [],
      warm: [zone.id],
      feature: 'a tank with a thermostat',
    })
  for (const zone of zones.filter(({ id }) => plant.following.includes(id)))
    drafts.push({
      id: `half:${zone.id}`,
      name: `${zone.name} at half signal`,
      does: ['All others down. Its position goes back to where the signal came from: read both.'],
      places: askAt([zone.id]),
      calls: [zone.id],
      opened: [],
      half: zone.id,
      reads: loadReads(plant, [zone.id]),
      feature: 'a valve that follows a signal',
    })
  for (const boiler of plant.keptWarm)
    drafts.push({
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
    })
  for (const boiler of plant.limited)
    drafts.push({
      id: `limit:${boiler}`,
      name: `${labelOf(job, boiler)} at its limit`,
      does: ['Turn the limit’s dial below the water’s temperature; put it back after, and note where it stood.'],
      places: [plant.placeOf(boiler)],
      calls: all,
      opened: [],
      limited: [boiler],
      feature: 'a limit',
      cautions: ['A limit is tried by its dial, never by bridging or overheating.'],
    })
  drafts.push({
    id: 'off',
    name: 'Nothing calls any more',
    does: ['Turn all down and wait until everything has run out.'],
    places: askAt(all),
    calls: [],
    opened: [],
    reads: loadReads(plant, []),
  })
  // What is tried while all call, and comes after a step at which some did not.
  const again = (draft: Draft, i: number) => /^(warm|limit):/.test(draft.id) && drafts[i - 1]!.calls.length < all.length
  return drafts.map((draft, i) => (again(draft, i) ? { ...draft, does: ['Turn all up again.', ...draft.does] } : draft))
}

function stepOf(job: Job, plant: ProvenPlant, intent: Intent, bench: ProveBench, draft: Draft): Step[] {
  const { id, name, places, calls, opened, warm, limited, cool, dead, byMeter, feature, cautions = [] } = draft
  const { runningOn, half } = draft
  const running = runningOn === undefined ? undefined : bench.bringToRunOn(runningOn)
  if (runningOn !== undefined && !running) return []
  const middle = half === undefined ? undefined : bench.halfSignal(half)
  if (half !== undefined && middle === undefined) return []
  const bringing: Bringing = {
    calls,
    opened,
    ...(warm ? { warm } : {}),
    ...(limited ? { limited } : {}),
    ...(cool ? { cool } : {}),
    ...(half !== undefined && middle !== undefined ? { signals: { [half]: middle } } : {}),
    ...running,
  }
  if (draft.from) bench.bring(draft.from)
  const seconds = running?.after ?? bench.bring(bringing)
  const reads = (draft.reads ?? []).flatMap((one) => bounded(bench, job, one))
  return [
    {
      id,
      name,
      does: [...(half === undefined ? [] : [signalTo(job, half, middle!)]), ...draft.does],
      places,
      ...bringing,
      // What is looked at on its way has its moment; there is nothing to wait for beyond it.
      waits: { usual: Math.round(seconds), notBefore: Math.round(running ? seconds : seconds * SLOW) },
      expects: expectationsOf(job, plant, intent, bringing),
      reads,
      cautions: [
        ...cautions,
        ...(reads.length > 0 && !dead && !cautions.includes(LINE) ? [LIVE] : []),
        ...(seconds > LONG && !running ? [`Not a fault before ${clockWords(seconds * SLOW)}.`] : []),
      ],
      ...(dead ? { dead } : {}),
      ...(byMeter ? { byMeter } : {}),
      ...(feature ? { feature } : {}),
    },
  ]
}

/** What to set, and on what. */
function signalTo(job: Job, zone: string, value: number): string {
  const { thermostat, output, signal } = job.zones[zone]!
  const milliamps = signal === '4-20 mA'
  const by = `${labelOf(job, thermostat!)}${output === undefined ? '' : `, output ${output}`}`
  return `Set ${by} to ${value} ${milliamps ? 'mA' : 'V'}: half way.`
}

/** Sound parts differ by a fifth in their times. */
const SLOW = 1.2
const LONG = 1
/** How far mains, transformer and meter together put volts from those of the simulation, as a share. */
const OFF = 0.12
const LEAST_VOLTS = 1

/** A reading with the bounds of a sound plant; none where the circuit has no such point, or where it reads nothing to hold to. */
function bounded(bench: ProveBench, job: Job, one: ExpectedReading): ExpectedReading[] {
  if (one.mode === 'ohms') return [one]
  const value = bench.reads(one)
  if (value === undefined || value === null) return []
  const volts = Math.abs(value)
  // Of volts none is held to no upper bound; what is to be dead keeps its own.
  if (one.most! <= LEAST_VOLTS) return [one]
  if (volts < LEAST_VOLTS) return [{ ...one, least: 0, most: Math.max(2, mains(job.practice).volts * 0.01) }]
  return [{ ...one, least: volts * (1 - OFF), most: volts * (1 + OFF) }]
}
