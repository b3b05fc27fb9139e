import { type Entry, type Job, standInWords, takenBack } from '@civil-lantern/core'

const at = (end: unknown, name: 'says' | 'place' | 'point') =>
  typeof end === 'object' && end !== null && name in end ? String((end as Record<string, unknown>)[name]) : ''

/** Every reading that was not taken back as a row, in the order they were taken, the names of the columns first. */
export function readingRows(job: Job, entries: readonly Entry[]): string[][] {
  const gone = takenBack(entries)
  return [
    ['when', 'by', 'source', 'mode', 'from', 'to', 'place', 'value', 'shows', 'how it stood'],
    ...entries
      .filter(({ id, body }) => body.kind === 'reading' && !gone.has(id))
      .map(({ clock, by, source, body, stand }) => [
        clock,
        by,
        source,
        String(body.mode),
        at(body.from, 'says'),
        at(body.to, 'says'),
        at(body.from, 'place'),
        body.value === null ? '' : String(body.value),
        String(body.shows),
        stand ? standInWords(job, stand).join('; ') : '',
      ]),
  ]
}
