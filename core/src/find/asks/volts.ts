import type { Job } from '../../job/schema.ts'
import type { Strip } from '../../loops/strip.ts'
import { LOW_VOLTS } from '../../meter/limits.ts'
import { probe, read } from '../../meter/meter.ts'
import { kindOf } from '../../parts/index.ts'
import { pairInWords } from '../../words/words.ts'
import { type Ask, type AskKind, atLine } from '../ask.ts'
import { MINUTES, readingMinutes } from '../minutes.ts'

/**
 * Volts along the loops, from each terminal to the loop's return, on a meter of low impedance. Where a terminal of the loop is at
 * line voltage, or line voltage stands under the same cover in a 230 V plant, the reading is one at line voltage: dear, and for
 * who may.
 */
export const volts: AskKind = {
  ask: 'volts',
  trust: 0.98,
  asksOf: ({ job, loops }) => [
    ...loops.zones.flatMap(({ zone, valve, also = [], call }) =>
      [valve, ...also, call].flatMap((strip) => (strip ? along(job, strip, zone) : [])),
    ),
    ...loops.shared.flatMap((strip) => along(job, strip)),
  ],
  shows({ bench }, { from, to }) {
    const [a, b] = [probe(bench, from!), probe(bench, to!)]
    return a.ok && b.ok ? (read(bench, 'loz', a.value, b.value).value ?? 0) : 0
  },
}

/** Low voltage or a call loop, along its whole way: no terminal of it stands at line voltage. */
export const isLow = (strip: Strip, job: Job): boolean =>
  (strip.circuit === 'low voltage' || strip.circuit === 'call') &&
  strip.healthyVolts <= LOW_VOLTS &&
  pointsOf(strip).every(
    ({ part, terminal }) => kindOf(job.parts[part]!)?.terminals[terminal]?.circuit !== 'line voltage',
  )

/** Does line voltage stand under the cover of one of these? */
export const isBesideLine = (job: Job, ...parts: readonly string[]): boolean =>
  parts.some((part) => atLine(kindOf(job.parts[part]!)!))

export const pointsOf = (strip: Strip) => [
  ...(strip.from ? [strip.from] : []),
  ...strip.items.flatMap((item) => (item.form === 'station' ? [item.enter, item.leave] : [])),
  ...(strip.to ? [strip.to] : []),
]

function along(job: Job, strip: Strip, zone?: string): Ask[] {
  const { to } = strip
  if (!to || strip.circuit === 'signal' || strip.circuit === 'earth') return []
  const low = isLow(strip, job)
  return pointsOf(strip)
    .slice(0, -1)
    .filter(({ terminal }) => terminal !== '')
    .map(({ part, terminal }) => {
      const [from, back] = [`${part}.${terminal}`, `${to.part}.${to.terminal}`]
      const beside = isBesideLine(job, part, to.part)
      const line = !low || (job.practice === '230' && beside)
      return {
        id: `volts:${zone ?? ''}:${from}:${back}`,
        ask: 'volts' as const,
        power: true,
        ...(zone === undefined ? {} : { zone }),
        from,
        to: back,
        place: job.parts[part]!.place,
        minutes: line ? MINUTES.liveLine : readingMinutes(job, part),
        ...(line ? { line: true as const } : beside ? { besideLine: true as const } : {}),
        says: `Leads on ${pairInWords(job, from, back)}.`,
      }
    })
}
