import { entryInWords, takenBack } from '@civil-lantern/core'
import { format } from 'date-fns'
import { useMemo } from 'react'
import { useSession } from '../data/open-job.tsx'

/** What was last read on this job, newest first: measured on the wall, never computed. */
export function ReadingsBefore({ most }: { most: number }) {
  const { found, entries } = useSession()
  const last = useMemo(() => {
    const gone = takenBack(entries)
    return entries
      .filter(({ id, body, source }) => body.kind === 'reading' && source !== 'computed' && !gone.has(id))
      .slice(-most)
      .reverse()
  }, [entries, most])
  if (last.length === 0) return null
  return (
    <section aria-label="Read before">
      <h3 className="text-soft">Read before</h3>
      <ul>
        {last.map(({ id, body, clock, source }) => (
          <li key={id} className="flex justify-between gap-3 border-line border-t py-1 leading-tight">
            <span className="line-clamp-2">{entryInWords(found.job, body, entries)}</span>
            <span className="shrink-0 text-right text-soft">
              {source === 'stand-in' ? 'stand-in ' : ''}
              {format(new Date(clock), 'd MMM HH:mm')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
