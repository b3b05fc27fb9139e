import { type Entry, entryInWords, entryKindOf, type Job, standInWords, takenBack } from '@civil-lantern/core'
import { format } from 'date-fns'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'

/** Everything that was seen, measured and done on the job, newest first. */
export function LogStage() {
  const { session, job, plan, found, entries, waiting, heard } = useSession()
  // An entry may name what is only on the plan, or only on the wall.
  const named = useMemo((): Job => {
    const { parts, wires } = found.job
    return { ...plan, parts: { ...plan.parts, ...parts }, wires: { ...plan.wires, ...wires } }
  }, [plan, found])
  const gone = useMemo(() => takenBack(entries), [entries])
  const shown = entries.filter(({ body }) => body.kind !== 'back')
  return (
    <div className="grid gap-3">
      <h1 className="pt-1 text-xl font-bold">{verdict(entries, gone)}</h1>
      {!heard && (
        <p className="text-soft">The log on the server has not answered yet. What you enter is kept and sent.</p>
      )}
      {shown.length === 0 ? (
        <p>
          Put the meter’s leads on{' '}
          <Link to={`/jobs/${session.id}/scheme`} className="font-semibold underline underline-offset-4">
            the circuit
          </Link>{' '}
          and type what yours shows. It is kept with its time, its place and the state it was taken in.
        </p>
      ) : (
        <ol className="grid gap-2">
          {[...shown].reverse().map((entry) => (
            <EntryRow
              key={entry.id}
              entry={entry}
              job={named}
              gone={gone.has(entry.id)}
              waits={waiting.has(entry.id)}
            />
          ))}
        </ol>
      )}
      <p className="text-soft">{job.title}: entries are added, never changed. One that was wrong is taken back.</p>
    </div>
  )
}

function verdict(entries: readonly Entry[], gone: ReadonlySet<string>): string {
  const standing = entries.filter(({ id, body }) => body.kind !== 'back' && !gone.has(id))
  const readings = standing.filter(({ body, source }) => body.kind === 'reading' && source === 'wall').length
  if (standing.length === 0) return 'Nothing is logged yet.'
  const all = standing.length === 1 ? 'One entry' : `${standing.length} entries`
  return `${all}, ${readings === 0 ? 'no reading from the wall' : readings === 1 ? 'one reading from the wall' : `${readings} readings from the wall`}.`
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

function EntryRow({ entry, job, gone, waits }: { entry: Entry; job: Job; gone: boolean; waits: boolean }) {
  const { session, entries } = useSession()
  const { body, clock, by, source, stand, id } = entry
  const state = stand ? standInWords(job, stand) : Array.isArray(body.state) ? body.state.map(String) : []
  return (
    <li
      className={`grid gap-x-5 gap-y-1 rounded-card border border-line bg-card px-4 py-3 sm:grid-cols-[9.5rem_8.5rem_minmax(0,1fr)_auto] ${gone ? 'opacity-60' : ''}`}
    >
      <div>
        <time dateTime={clock} className="font-mono">
          {clock.startsWith('1970') ? 'before the log' : format(new Date(clock), 'd MMM HH:mm:ss')}
        </time>
        {by && <div className="text-soft">{by}</div>}
        {waits && <div className="text-soft">waits for signal</div>}
      </div>
      <div>
        {body.kind === 'reading' ? (
          <>
            <div className="font-mono text-xl leading-tight">{String(body.shows)}</div>
            <div className="text-soft">
              {modeSays[String(body.mode)] ?? String(body.mode)}
              {source === 'computed' ? ', computed' : source === 'stand-in' ? ', stand-in' : ''}
            </div>
          </>
        ) : (
          <div className="font-semibold">{entryKindOf(body)?.name ?? 'From a newer version'}</div>
        )}
      </div>
      <div>
        <div className={`font-semibold ${gone ? 'line-through' : ''}`}>{entryInWords(job, body, entries)}</div>
        {body.kind === 'reading' && <div className="text-soft">{placesOf(body)}</div>}
        {source === 'computed' && (
          <p className="text-soft">Kept by an older version: this is what the program computed, nobody measured it.</p>
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
        <Button
          look="quiet"
          className="justify-self-start"
          onClick={() => session.enter([{ kind: 'back', of: id }], 'Take an entry back')}
        >
          Take back
        </Button>
      )}
    </li>
  )
}
