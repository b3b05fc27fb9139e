import { type Entry, entryKindOf, type Job, type Pin, standInWords, type Told } from '@civil-lantern/core'
import { useVirtualizer } from '@tanstack/react-virtual'
import { format } from 'date-fns'
import { useRef } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { Picture } from './Picture.tsx'

/** The entries, of which only those in sight are drawn: twenty thousand scroll as well as twenty. */
export function EntryList({ told, job }: { told: readonly Told[]; job: Job }) {
  const { session, waiting } = useSession()
  const pane = useRef<HTMLDivElement>(null)
  const rows = useVirtualizer({
    count: told.length,
    getScrollElement: () => pane.current,
    estimateSize: () => 84,
    getItemKey: (index) => told[index]!.entry.id,
    overscan: 6,
    gap: 8,
  })
  if (told.length === 0) return <p className="text-soft">No entry is like that. Ask for less.</p>
  return (
    <section
      ref={pane}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
      tabIndex={0}
      aria-label="Entries"
      className="min-h-64 overflow-y-auto"
    >
      <ol className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, key, start }) => {
          const { entry, says, back } = told[index]!
          return (
            <li
              key={key}
              data-index={index}
              ref={rows.measureElement}
              aria-posinset={index + 1}
              aria-setsize={told.length}
              className="absolute inset-x-0"
              style={{ top: start }}
            >
              <EntryRow
                entry={entry}
                jobId={session.id}
                says={says}
                job={job}
                gone={back}
                waits={waiting.has(entry.id)}
                takeBack={() => session.enter([{ kind: 'back', of: entry.id }], 'Take an entry back')}
              />
            </li>
          )
        })}
      </ol>
    </section>
  )
}

const modeSays: Readonly<Record<string, string>> = {
  volts: 'V~',
  loz: 'V~ Lo-Z',
  direct: 'V=',
  ohms: 'ohms',
  beep: 'continuity',
  amps: 'clamp',
}

/** Where the leads of a reading were. */
function placesOf({ from, to }: Entry['body']): string {
  const place = (end: unknown) =>
    typeof end === 'object' && end !== null && 'place' in end && typeof end.place === 'string' ? end.place : ''
  return [...new Set([place(from), place(to)])].filter(Boolean).join(' and ')
}

function EntryRow({
  entry,
  jobId,
  says,
  job,
  gone,
  waits,
  takeBack,
}: {
  entry: Entry
  jobId: string
  says: string
  job: Job
  gone: boolean
  waits: boolean
  takeBack: () => void
}) {
  const { body, clock, by, source, stand } = entry
  const state = stand ? standInWords(job, stand) : Array.isArray(body.state) ? body.state.map(String) : []
  return (
    <div
      className={`grid gap-x-5 gap-y-1 rounded-card border border-line bg-card px-4 py-2.5 sm:grid-cols-[9.5rem_8.5rem_minmax(0,1fr)_auto] ${gone ? 'opacity-60' : ''}`}
    >
      <div>
        <time dateTime={clock} className="tabular-nums">
          {clock.startsWith('1970') ? 'before the log' : format(new Date(clock), 'd MMM HH:mm:ss')}
        </time>
        {by && <div className="truncate text-soft">{by}</div>}
        {waits && <div className="text-soft">waits for signal</div>}
      </div>
      <div>
        {body.kind === 'reading' ? (
          <>
            <div className="text-xl tabular-nums leading-tight">{String(body.shows)}</div>
            <div className="text-soft">{modeSays[String(body.mode)] ?? String(body.mode)}</div>
          </>
        ) : (
          <div className="font-semibold">{entryKindOf(body)?.name ?? 'From a newer version'}</div>
        )}
        {source !== 'wall' && <div className="text-soft">{source === 'computed' ? 'computed' : 'stand-in'}</div>}
      </div>
      <div className="min-w-0">
        <div className={`font-semibold ${gone ? 'line-through' : ''}`}>{says}</div>
        {body.kind === 'reading' && <div className="text-soft">{placesOf(body)}</div>}
        {source === 'computed' && (
          <p className="text-soft">Kept by an older version: this is what the program computed, nobody measured it.</p>
        )}
        {body.kind === 'photo' && (
          <Picture
            job={jobId}
            file={String(body.file)}
            pins={body.pins as Pin[]}
            says={says}
            paper={body.paper === 'pdf'}
            className="mt-1.5 max-h-80"
          />
        )}
        {state.length > 0 && (
          <ul className="mt-1.5 flex flex-wrap gap-1.5">
            {state.map((line) => (
              <li key={line} className="rounded-full bg-well px-2.5 text-[15px]">
                {line}
              </li>
            ))}
          </ul>
        )}
      </div>
      {gone ? (
        <p className="text-soft">Taken back.</p>
      ) : (
        <Button look="quiet" className="justify-self-start" onClick={takeBack}>
          Take back
        </Button>
      )}
    </div>
  )
}
