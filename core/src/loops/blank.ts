import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { type Sentence, sentenceText } from '../words/words.ts'
import { darkInWords, leadsNowhere, lostAt } from './dark-in-words.ts'
import type { Loops } from './loops.ts'
import { severalInWords } from './several.ts'
import type { Strip } from './strip.ts'

/**
 * Thermostats, programmers, controllers and boilers that lack what they live on: for each reason a sentence about all that share it.
 * @param said what the supply is said to lack already: what is blank because of it needs no sentence of its own
 */
export function blankTroubles(job: Job, loops: Loops, said: readonly Sentence[]): Sentence[] {
  const named = new Set(said.flatMap((sentence) => sentence.flatMap(({ part }) => part ?? [])))
  const reasons = new Map<string, Strip[]>()
  for (const strip of loops.blank) {
    const { dark, subject } = strip
    if (dark?.at === 'source' ? said.length > 0 : named.has(subject.part) || named.has(dark?.part ?? '')) continue
    const reason = sentenceText(why(job, strip, loops, true))
    reasons.set(reason, [...(reasons.get(reason) ?? []), strip])
  }
  return [...reasons.values()].map((strips) => {
    const several = strips.length > 1
    const dead = strips.some(({ subject }) => kindOf(job.parts[subject.part]!)?.class === 'boiler')
    return [
      ...severalInWords(
        job,
        strips.map(({ subject }) => subject.part),
      ),
      { text: ` ${several ? 'are' : 'is'} ${dead ? 'dead' : 'blank'}: ` },
      ...why(job, strips[0]!, loops, several),
    ]
  })
}

function why(job: Job, strip: Strip, loops: Loops, several: boolean): Sentence {
  const { dark, circuit } = strip
  const [they, their] = several ? ['they', 'Their'] : ['it', 'Its']
  if (!dark) return [{ text: `${they} ${several ? 'get' : 'gets'} too few volts` }, ...lostAt(job, strip, loops)]
  if (dark.at === 'nowhere') return leadsNowhere(job, dark)
  const volts = circuit === 'line voltage' ? 'line voltage' : '24 V'
  return [
    { text: `${they} ${several ? 'have' : 'has'} no ${volts}. ${their} feed goes dark at ` },
    darkInWords(job, dark),
    { text: '.' },
  ]
}
