import { useQuery } from '@tanstack/react-query'
import { format } from 'date-fns'
import { Link } from 'react-router'
import { api } from '../../data/api.ts'
import { useSession, useWaitingEntries } from '../../data/open-job.tsx'

const modeSays: Readonly<Record<string, string>> = {
  volts: 'V~',
  loz: 'V~ Lo-Z',
  direct: 'V=',
  ohms: 'ohms',
  beep: 'continuity',
  amps: 'clamp',
}

/** Every reading that was logged, newest first, with where and in which state it was taken. */
export function LogStage() {
  const { session, job } = useSession()
  const kept = useQuery({ queryKey: ['entries', session.id], queryFn: () => api.entries(session.id) })
  const waiting = useWaitingEntries()
  const known = new Set(kept.data?.map(({ id }) => id))
  const entries = [...(kept.data ?? []), ...waiting.filter(({ id }) => !known.has(id))].sort((a, b) =>
    b.body.at.localeCompare(a.body.at),
  )
  const waitingIds = new Set(waiting.map(({ id }) => id))
  return (
    <div className="grid gap-3">
      <h1 className="pt-1 text-xl font-bold">
        {entries.length === 0
          ? 'Nothing is logged yet.'
          : entries.length === 1
            ? 'One reading is logged.'
            : `${entries.length} readings are logged.`}
      </h1>
      {kept.isError && (
        <p className="text-bad">
          The log on the server cannot be reached now. What you log is kept here and sent later.
        </p>
      )}
      {entries.length === 0 ? (
        <p>
          Take a reading with the meter beside{' '}
          <Link to={`/jobs/${session.id}/scheme`} className="font-semibold underline underline-offset-4">
            the circuit
          </Link>{' '}
          and press “Log this reading”. It is kept with its time, its place and the state it was taken in.
        </p>
      ) : (
        <ol className="grid gap-2">
          {entries.map(({ id, body }) => (
            <li
              key={id}
              className="grid gap-x-5 gap-y-1 rounded-card border border-line bg-card px-4 py-3 sm:grid-cols-[10rem_8.5rem_1fr]"
            >
              <div>
                <time dateTime={body.at} className="font-mono">
                  {format(new Date(body.at), 'd MMM HH:mm:ss')}
                </time>
                {waitingIds.has(id) && <div className="text-soft">waits for signal</div>}
              </div>
              <div>
                <div className="font-mono text-xl leading-tight">{body.shows}</div>
                <div className="text-soft">{modeSays[body.mode] ?? body.mode}</div>
              </div>
              <div>
                <div className="font-semibold">
                  {body.mode === 'amps'
                    ? body.from.says.replace(/, end at.*$/, '')
                    : `${body.from.says} to ${body.to.says}`}
                </div>
                <div className="text-soft">
                  {[...new Set([body.from.place, body.to.place])].filter(Boolean).join(' and ')}
                </div>
                <ul className="mt-1.5 flex flex-wrap gap-1.5">
                  {body.state.map((line) => (
                    <li key={line} className="rounded-full bg-well px-2.5 text-[15px]">
                      {line}
                    </li>
                  ))}
                </ul>
              </div>
            </li>
          ))}
        </ol>
      )}
      <p className="text-soft">{job.title}: entries are added, never changed.</p>
    </div>
  )
}
