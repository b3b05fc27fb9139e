import { type Job, type Join, type RunSheet, sizeInWords } from '@civil-lantern/core'

export const doesWord: Readonly<Record<Join['does'], { does: string; press: string; done: string }>> = {
  lift: { does: 'Lift', press: 'Lifted and ended', done: 'lifted' },
  move: { does: 'Move', press: 'Moved', done: 'moved' },
  land: { does: 'Land', press: 'Landed', done: 'landed' },
}

/** The verdict of the run sheet: how much hangs, and what is left to do. */
export function sheetSays({ joins, of }: Pick<RunSheet, 'joins' | 'of'>, been: boolean): string {
  if (!been) return `${of} conductors are planned. Nobody has been at the wall yet.`
  const count = (does: Join['does']) => joins.filter((join) => join.does === does).length
  const [land, move, lift] = [count('land'), count('move'), count('lift')]
  if (joins.length === 0) return `All ${of} conductors hang as planned.`
  const parts = [
    ...(lift > 0 ? [`${lift} to lift`] : []),
    ...(move > 0 ? [`${move} to move`] : []),
    ...(land > 0 ? [`${land} to land`] : []),
  ]
  return `${of - land - move} of ${of} hang as planned; ${parts.join(', ')}.`
}

/** The run sheet as rows, the names of the columns first. */
export const sheetRows = (job: Job, joins: readonly Join[]): string[][] => [
  [
    'order',
    'do',
    'number',
    'colour',
    'sleeve',
    'size',
    'cable',
    'core',
    'from',
    'from place',
    'to',
    'to place',
    'strip mm',
    'group',
    'landed',
  ],
  ...joins.map((join, i) => [
    String(i + 1),
    join.does,
    join.label,
    join.colour,
    join.sleeve ?? '',
    sizeInWords(job.practice, join.size),
    join.cable ?? '',
    join.core ?? '',
    ...join.ends.flatMap(({ says, way, place }) => [way ? `${says} ${way}` : says, place]),
    join.ends.map(({ strip }) => strip).join(' / '),
    join.group,
    '',
  ]),
]

/** The note that is left of a bench check: what was tried, for which place, what it is told by, and how it came out. */
export const benchNote = (kind: string, place: string, tag: string, sound: boolean): string =>
  `Bench check of the new ${kind} for ${place}${tag.trim() === '' ? '' : `, tag ${tag.trim()}`}: ${sound ? 'as it should' : 'not as it should, not to be fitted'}.`
