import { valvesOf, zonesInOrder } from '../../job/zones.ts'
import { labelOf } from '../../words/words.ts'
import type { AskKind } from '../ask.ts'
import { MINUTES } from '../minutes.ts'

/** Whether the pipe behind a zone's valve gets warm, as it stands. */
export const pipe: AskKind = {
  ask: 'pipe',
  trust: 0.97,
  words: ['warms', 'cold'],
  alike: { hot: 'warms' },
  asksOf: ({ job }) =>
    zonesInOrder(job).flatMap((zone) => {
      const valves = valvesOf(zone)
      return valves.flatMap((valve) => {
        const part = job.parts[valve]
        if (!part) return []
        const [where, id] =
          valves.length > 1
            ? [`the loop at ${labelOf(job, valve)}, ${zone.name}`, `pipe:${zone.id}:${valve}`]
            : [`the pipe behind the valve of ${zone.name}`, `pipe:${zone.id}`]
        return [
          {
            id,
            ask: 'pipe' as const,
            power: true,
            part: valve,
            zone: zone.id,
            place: part.place,
            minutes: MINUTES.pipe,
            says: `A hand on ${where}, after some minutes. Does it warm?`,
          },
        ]
      })
    }),
  shows: ({ warm, heats }, { part, zone }) =>
    (part === undefined ? heats.has(zone!) : warm.has(part)) ? 'warms' : 'cold',
}
