import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { contactInWords, labelOf, type Piece, sentenceText, terminalInWords } from '../words/words.ts'
import type { Dark } from './dark.ts'
import type { Loops } from './loops.ts'
import type { Strip } from './strip.ts'

/** Where a loop goes dark, as the end of a sentence that begins "goes dark at". */
export function darkInWords(job: Job, dark: Dark): Piece {
  const label = dark.part ? labelOf(job, dark.part) : ''
  const about = {
    wrong: true,
    ...(dark.part ? { part: dark.part } : {}),
    ...(dark.wire ? { wire: dark.wire } : {}),
    ...(dark.element ? { element: dark.element } : {}),
  }
  switch (dark.at) {
    case 'wire': {
      const wire = job.wires[dark.wire!]!
      const { part: _, ...wireOnly } = about
      return {
        text: `wire ${wire.label} (${wire.colour}), between ${labelOf(job, wire.from.part)} and ${labelOf(job, wire.to.part)}`,
        ...wireOnly,
      }
    }
    case 'lead': {
      const where = terminalInWords(job, dark.part!, dark.terminal!)
      return { text: dark.poor ? `a poor joint at ${where}` : `the lead lifted off ${where}`, ...about }
    }
    case 'splice':
      return { text: `a loose way of ${label}`, ...about }
    case 'between':
      return { text: `${label}, another load in its way`, ...about }
    case 'source':
      return { text: label, ...about }
    case 'nowhere':
      return { text: dark.terminal ? terminalInWords(job, dark.part!, dark.terminal) : label, ...about }
    default:
      return { text: dark.element ? contactInWords(job, dark.part!, dark.element) : label, ...about }
  }
}

/** That there is no loop, and why, as the end of a sentence. */
export function leadsNowhere(job: Job, dark: Dark): Piece[] {
  return dark.joined
    ? [
        { text: 'both ends of ' },
        { ...darkInWords(job, dark), text: between(job, dark) },
        { text: ' are on the same conductor.' },
      ]
    : [darkInWords(job, dark), { text: ' leads nowhere.' }]
}

/** What lies between the two ends, by its name: a valve has more than one pair. */
function between(job: Job, { part, element }: Dark): string {
  const of = kindOf(job.parts[part!])
  const motor = of?.class === 'valve' && of.roles.actuator === element
  return motor ? `the motor of ${labelOf(job, part!)}` : contactInWords(job, part!, element!)
}

/** The same as a sentence of its own, of a strip that has no loop. */
export function noLoopInWords(job: Job, { dark, subject }: Pick<Strip, 'dark' | 'subject'>): string {
  const says = sentenceText(leadsNowhere(job, dark ?? { at: 'nowhere', part: subject.part }))
  return says.charAt(0).toUpperCase() + says.slice(1)
}

/** The end of a sentence about too few volts: where most of them are lost, on its own loop or on the one that feeds its source, if that is one place. */
export function lostAt(job: Job, strip: Strip | undefined, { shared }: Pick<Loops, 'shared'>): Piece[] {
  const supply = shared.find(({ id }) => strip?.from && id === `supply:${strip.from.part}`)
  const lost = strip?.lost ?? supply?.lost
  return lost
    ? [{ text: ': most of what is missing is lost at ' }, darkInWords(job, lost), { text: '.' }]
    : [{ text: '.' }]
}
