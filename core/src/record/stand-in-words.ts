import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { labelOf, pointInWords } from '../words/words.ts'
import { handInWords } from './kinds/seen.ts'
import type { Stand } from './stand.ts'

const since = (seconds: number | undefined) => (seconds ? ` for ${Math.round(seconds)} s` : '')

/** A stand in words: who calls, what hands have moved, what is lifted or linked, whether there is power. */
export function standInWords(job: Job, { calls, hands, lifted, linked, power, place }: Stand): string[] {
  const calling = zonesInOrder(job).flatMap(({ id, name }) =>
    calls?.[id]?.on ? [`${name}${since(calls[id].seconds)}`] : [],
  )
  return [
    ...(calls === undefined ? [] : [calling.length > 0 ? `Calling: ${calling.join(', ')}` : 'Nobody calls']),
    ...(power && !power.on ? ['Power off'] : []),
    ...(hands ?? []).map(
      ({ part, state, value }) => `${labelOf(job, part)}: ${handInWords(job.parts[part], state, value)}`,
    ),
    ...(lifted ?? []).map((point) => `${pointInWords(job, point)} lifted`),
    ...(linked ?? []).map(([a, b]) => `${pointInWords(job, a)} linked to ${pointInWords(job, b)}`),
    ...(place ? [`at ${place}`] : []),
  ]
}
