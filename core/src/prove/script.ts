import { type Intent, intentOf } from '../intent/intent.ts'
import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import { clockWords } from '../timeline/clock-words.ts'
import { labelOf } from '../words/words.ts'
import { coverageOf } from './coverage.ts'
import { type Draft, draftsOf, LINE } from './drafts.ts'
import { expectationsOf } from './expectations.ts'
import { type ProvenPlant, plantOf } from './plant.ts'
import { ProveBench } from './prove-bench.ts'
import type { Bringing, ExpectedReading, Script, Step } from './step.ts'

const LIVE = 'Live: meter leads and nothing else under an open cover. Line voltage may stand in the same box.'

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
