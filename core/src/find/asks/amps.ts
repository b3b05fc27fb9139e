import type { Job } from '../../job/schema.ts'
import type { Strip } from '../../loops/strip.ts'
import type { Run } from '../../loops/unroll.ts'
import { clamp } from '../../meter/meter.ts'
import { labelOf, wireInWords } from '../../words/words.ts'
import type { Ask, AskKind } from '../ask.ts'
import { MINUTES } from '../minutes.ts'
import { isBesideLine, isLow } from './volts.ts'

/**
 * A clamp round the wires of the valve loops, without a lead on anything: round what each zone has to itself, where that begins,
 * which tells at the supply whether a motor far away draws what it should; and round what leaves the supply for all of them.
 * Only on loops at low voltage.
 */
export const amps: AskKind = {
  ask: 'amps',
  trust: 0.98,
  asksOf({ job, loops }) {
    const strips = loops.zones.flatMap(({ zone, valve: first, also = [] }) =>
      [first, ...also].flatMap((valve) => (valve && isLow(valve, job) ? [{ zone, valve }] : [])),
    )
    const shared = new Map<string, number>()
    for (const { valve } of strips)
      for (const wire of new Set(runsOf(valve).map(({ wire }) => wire))) shared.set(wire, (shared.get(wire) ?? 0) + 1)
    return strips.flatMap(({ zone, valve }) => {
      const runs = runsOf(valve)
      const own = runs.find(({ wire }) => shared.get(wire) === 1)
      const [first] = runs
      return [
        ...(first && shared.get(first.wire) !== 1 ? [round(job, first)] : []),
        ...(own ? [round(job, own, zone)] : []),
      ]
    })
  },
  shows({ bench }, { wire }) {
    const seen = clamp(bench, wire!)
    return seen.ok ? (seen.value.value ?? 0) : 0
  },
}

const runsOf = (strip: Strip): Run[] => strip.items.flatMap((item) => (item.form === 'stretch' ? item.runs : []))

function round(job: Job, { wire, from, to }: Run, zone?: string): Ask {
  const [near, far] = [from, to].map(({ part, terminal }) => `${part}.${terminal}`) as [string, string]
  return {
    id: `amps:${zone ?? ''}:${wire}`,
    ask: 'amps',
    power: true,
    ...(zone === undefined ? {} : { zone }),
    wire,
    from: near,
    to: far,
    place: job.parts[from.part]!.place,
    minutes: MINUTES.clamp,
    ...(isBesideLine(job, from.part) ? { besideLine: true as const } : {}),
    says: `Clamp round ${lower(wireInWords(job, wire))} at ${labelOf(job, from.part)}, where it goes to ${labelOf(job, to.part)}.`,
  }
}

const lower = (text: string) => text[0]!.toLowerCase() + text.slice(1)
