import { probe, read } from '../../meter/meter.ts'
import { pairInWords } from '../../words/words.ts'
import { type Ask, type AskKind, asRead } from '../ask.ts'
import { MINUTES, readingMinutes } from '../minutes.ts'
import { besideEarth, heldBetween } from './held.ts'

/**
 * Ohms across what a part holds between two of its terminals, a motor, a contact, a coil, a fuse, and from its terminals to its
 * earth. Isolated and proven dead, with nothing lifted: whatever lies beside it is read with it, as it is computed with it.
 */
export const ohms: AskKind = {
  ask: 'ohms',
  trust: 0.98,
  asksOf: ({ job, bench }) =>
    [...heldBetween(bench), ...besideEarth(bench, job)].map(
      ({ part, from, to, line }): Ask => ({
        id: `ohms:${from}:${to}`,
        ask: 'ohms',
        power: false,
        from,
        to,
        place: job.parts[part]!.place,
        minutes: readingMinutes(job, part) + MINUTES.ohms,
        ...(line ? { line: true } : {}),
        says: `Ohms across ${pairInWords(job, from, to)}, dead.`,
      }),
    ),
  shows({ bench }, { from, to }) {
    const [a, b] = [probe(bench, from!), probe(bench, to!)]
    const value = a.ok && b.ok ? read(bench, 'ohms', a.value, b.value).value : null
    return value === null ? Number.POSITIVE_INFINITY : asRead(value)
  },
}
