import { zonesInOrder } from '../../job/zones.ts'
import type { AskKind } from '../ask.ts'
import { MINUTES } from '../minutes.ts'

/** Whether the pipe behind a zone's valve gets warm, as it stands. */
export const pipe: AskKind = {
  ask: 'pipe',
  trust: 0.97,
  words: ['warms', 'cold'],
  alike: { hot: 'warms' },
  asksOf: ({ job }) =>
    zonesInOrder(job).flatMap(({ id, name, valve }) => {
      const part = valve === undefined ? undefined : job.parts[valve]
      if (!part) return []
      return [
        {
          id: `pipe:${id}`,
          ask: 'pipe' as const,
          power: true,
          part: valve!,
          zone: id,
          place: part.place,
          minutes: MINUTES.pipe,
          says: `A hand on the pipe behind the valve of ${name}, after some minutes. Does it warm?`,
        },
      ]
    }),
  shows: ({ heats }, { zone }) => (heats.has(zone!) ? 'warms' : 'cold'),
}
