import type { Job } from '../job/schema.ts'
import type { Piece } from '../words/words.ts'
import { darkInWords, leadsNowhere } from './dark-in-words.ts'
import type { Strip } from './strip.ts'

/** Share of its volts from which a line is not weak. */
const STRONG = 0.9

/** Has the subject of a strip fewer volts than it should have? */
export const lacks = ({ items, healthyVolts }: Strip) =>
  items.some((item) => item.form === 'station' && item.subject && item.volts < STRONG * healthyVolts)

/** What a valve that is asked lacks to move by, as the end of a sentence; nothing where its permanent feed is whole. */
export function noPower(job: Job, power: Strip | undefined): Piece[] {
  const dark = power?.dark
  if (!dark) return []
  const why: Piece[] =
    dark.at === 'nowhere'
      ? leadsNowhere(job, dark)
      : [{ text: 'its permanent feed goes dark at ' }, darkInWords(job, dark), { text: '.' }]
  return [{ text: ' has no power to move: ' }, ...why]
}
