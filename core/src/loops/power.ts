import type { Job } from '../job/schema.ts'
import { type Piece, type Sentence, sentenceText } from '../words/words.ts'
import { darkInWords, leadsNowhere } from './dark-in-words.ts'
import type { Loops, ZoneLoops } from './loops.ts'
import { severalInWords } from './several.ts'
import type { Strip } from './strip.ts'
import type { ZoneStanding } from './zone-state.ts'

/** Share of its volts from which a line is not weak. */
const STRONG = 0.9

/** Has the subject of a strip fewer volts than it should have? */
export const lacks = ({ items, healthyVolts }: Strip) =>
  items.some((item) => item.form === 'station' && item.subject && item.volts < STRONG * healthyVolts)

/** What a valve that is asked lacks to move by, as the end of a sentence; nothing where its permanent feed is whole. */
export function noPower(job: Job, power: Strip | undefined, several = false): Piece[] {
  const dark = power?.dark
  if (!dark) return []
  const why: Piece[] =
    dark.at === 'nowhere'
      ? leadsNowhere(job, dark)
      : [{ text: `${several ? 'their' : 'its'} permanent feed goes dark at ` }, darkInWords(job, dark), { text: '.' }]
  return [{ text: ` ${several ? 'have' : 'has'} no power to move: ` }, ...why]
}

/** Valves of several zones that have lost their power at one place: said once for all of them. @returns whose trouble it is */
export function powerLost(job: Job, { zones }: Loops, standing: readonly ZoneStanding[]) {
  const places = new Map<string, ZoneLoops[]>()
  for (const loops of zones) {
    if (!standing.some(({ zone, powerless }) => zone === loops.zone && powerless)) continue
    const place = sentenceText(noPower(job, loops.power))
    places.set(place, [...(places.get(place) ?? []), loops])
  }
  const shared = [...places.values()].filter(({ length }) => length > 1)
  return {
    of: new Set(shared.flat().map(({ zone }) => zone)),
    troubles: shared.map((those): Sentence => {
      const names = those.map(({ power }) => power!.subject.part)
      return [...severalInWords(job, names), ...noPower(job, those[0]!.power, true)]
    }),
  }
}
