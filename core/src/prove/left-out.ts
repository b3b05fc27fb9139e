import type { Job } from '../job/schema.ts'
import { listed } from '../words/listed.ts'
import { labelOf } from '../words/words.ts'
import type { Because, NotCovered } from './step.ts'

const becauseWords: Readonly<Record<Because, readonly [one: string, several: string]>> = {
  'set by hand': [' here: a hand sets it, and it stays so', ' here: a hand sets them, and they stay so'],
  'by heat': [' here: only a fire opens it', ' here: only a fire opens them'],
  'by current': [
    ' here: only too much current opens it, and nobody makes that to try it',
    ' here: only too much current opens them, and nobody makes that to try them',
  ],
  licensed: [
    ' here: flame, spill, roll-out and low water are for licensed people',
    ' here: flame, spill, roll-out and low water are for licensed people',
  ],
  nobody: [', whoever calls, as this plant is set', ', whoever calls, as this plant is set'],
}

/** More contacts of one part than this are counted. */
const MOST_NAMED = 3

/**
 * What is not covered in words, the contacts of one part together that are left out for one reason.
 * @example
 * leftOut(job, script.coverage.notCovered) // says 'Zone panel, channel 1 and 5 more contacts', why 'never open, whoever calls, …'
 */
export function leftOut(
  job: Job,
  notCovered: readonly NotCovered[],
): { readonly says: string; readonly why: string }[] {
  const groups = new Map<string, NotCovered[]>()
  for (const one of notCovered) {
    const key = `${one.part} ${one.never} ${one.because}`
    groups.set(key, [...(groups.get(key) ?? []), one])
  }
  return [...groups.values()].map((group) => {
    const [{ part, never, because }] = group as [NotCovered]
    const contacts = group.flatMap(({ contact }) => contact ?? [])
    const [one, several] = becauseWords[because]
    const named =
      contacts.length > MOST_NAMED ? `${contacts[0]} and ${contacts.length - 1} more contacts` : listed(contacts)
    return {
      says: [labelOf(job, part), ...(named ? [named] : [])].join(', '),
      why: group.length > 1 ? `never ${never}${several}` : `never ${never}s${one}`,
    }
  })
}
