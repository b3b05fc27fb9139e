import {
  type Entry,
  entryKindOf,
  type Job,
  type LogFilter,
  partsOnRecord,
  takenBack,
  toldBy,
  zonesInOrder,
} from '@civil-lantern/core'
import { format } from 'date-fns'
import { ChevronDown } from 'lucide-react'
import { useMemo, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { csv } from '../../base/csv.ts'
import { useSession } from '../../data/open-job.tsx'
import { Segments } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import { Menu, MenuItem } from '../../ui/menu.tsx'
import { Pick } from '../../ui/pick.tsx'
import { EntryList } from './EntryList.tsx'
import { FirmRepairs } from './FirmRepairs.tsx'
import { Hours } from './Hours.tsx'
import { NoteField } from './NoteField.tsx'
import { Register } from './Register.tsx'
import { readingRows } from './reading-rows.ts'

type Shown = 'stream' | 'register' | 'firm'

/** Everything that was seen, measured and done on the job, newest first; the register of zones; what is printed of it. */
export function LogStage() {
  const { session, plan, found, entries, heard } = useSession()
  const [filter, setFilter] = useState<LogFilter>({})
  const [shown, setShown] = useState<Shown>('stream')
  // An entry may name what is only on the plan, or only on the wall.
  const named = useMemo((): Job => {
    const { parts, wires } = found.job
    return { ...plan, parts: { ...plan.parts, ...parts }, wires: { ...plan.wires, ...wires } }
  }, [plan, found])
  const all = useMemo(() => toldBy(named, entries, {}), [named, entries])
  const told = useMemo(() => toldBy(named, entries, filter), [named, entries, filter])
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-3 pb-2">
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 tabIndex={-1} className="font-bold text-xl outline-none">
          {verdict(entries)}
        </h1>
        <div className="flex flex-wrap gap-2">
          <Segments<Shown>
            label="Shown"
            value={shown}
            options={[
              { value: 'stream', says: 'Stream' },
              { value: 'register', says: 'Register' },
              { value: 'firm', says: 'All jobs' },
            ]}
            onChange={setShown}
          />
          <Printed
            job={session.id}
            readings={() => download(`${plan.title}, readings.csv`, csv(readingRows(named, entries)), 'text/csv')}
          />
        </div>
      </div>
      {shown === 'register' ? (
        <Register job={named} entries={entries} />
      ) : shown === 'firm' ? (
        <FirmRepairs job={named} />
      ) : (
        <>
          <div className="grid gap-2 lg:grid-cols-[minmax(0,1fr)_auto]">
            <NoteField />
            <Hours job={named} entries={entries} />
            {all.length > 0 && (
              <Filters
                job={named}
                entries={entries}
                filter={filter}
                change={setFilter}
                count={told.length}
                of={all.length}
              />
            )}
          </div>
          {!heard && (
            <p className="text-soft">The log on the server has not answered yet. What you enter is kept and sent.</p>
          )}
          {all.length === 0 ? (
            <p>
              Put the meter’s leads on{' '}
              <Link to={`/jobs/${session.id}/scheme`} className="font-semibold underline underline-offset-4">
                the circuit
              </Link>{' '}
              and type what yours shows. It is kept with its time, its place and the state it was taken in.
            </p>
          ) : (
            <EntryList told={told} job={named} />
          )}
        </>
      )}
    </div>
  )
}

function verdict(entries: readonly Entry[]): string {
  const gone = takenBack(entries)
  const standing = entries.filter(({ id, body }) => body.kind !== 'back' && !gone.has(id))
  const readings = standing.filter(({ body, source }) => body.kind === 'reading' && source === 'wall').length
  if (standing.length === 0) return 'Nothing is logged yet.'
  const all = standing.length === 1 ? 'One entry' : `${standing.length} entries`
  return `${all}, ${readings === 0 ? 'no reading from the wall' : readings === 1 ? 'one reading from the wall' : `${readings} readings from the wall`}.`
}

/** What can be taken away on paper or as a file. */
function Printed({ job, readings }: { job: string; readings: () => void }) {
  const open = (path: string) => window.open(`/api/jobs/${job}${path}`, '_blank', 'noopener')
  const navigate = useNavigate()
  return (
    <Menu
      trigger={
        <>
          Report <ChevronDown aria-hidden size={17} />
        </>
      }
      className="flex min-h-11 items-center gap-2 rounded-control border border-line bg-card px-4 font-semibold hover:border-soft"
    >
      <MenuItem does={() => open('/report.pdf')}>Full report, PDF</MenuItem>
      <MenuItem does={() => open('/report.pdf?for=customer')}>For the customer, PDF</MenuItem>
      <MenuItem does={() => void navigate(`/jobs/${job}/log/door-card`)}>Door card</MenuItem>
      <MenuItem does={readings}>Readings, CSV</MenuItem>
      <MenuItem does={() => open('/file')}>The whole job, a file</MenuItem>
      <MenuItem does={() => open('/archive.zip')}>With its photos, an archive</MenuItem>
    </Menu>
  )
}

/** What of the log is shown: by zone, by sort, by person, by day, by words. */
function Filters({
  job,
  entries,
  filter,
  change,
  count,
  of,
}: {
  job: Job
  entries: readonly Entry[]
  filter: LogFilter
  change: (filter: LogFilter) => void
  count: number
  of: number
}) {
  const set = (name: keyof LogFilter, value: string) => {
    const { [name]: _, ...rest } = filter
    change(value === '' ? rest : { ...rest, [name]: value })
  }
  const parts = useMemo(() => partsOnRecord(job, []), [job])
  const kinds = [...new Set(entries.map(({ body }) => body.kind))].filter((kind) => kind !== 'back')
  const people = [...new Set(entries.map(({ by }) => by))].filter(Boolean)
  const days = [...new Set(entries.map(({ clock }) => clock.slice(0, 10)))].sort().reverse()
  const lists: { name: keyof LogFilter; label: string; any: string; options: { value: string; says: string }[] }[] = [
    {
      name: 'zone',
      label: 'Zone',
      any: 'Every zone',
      options: zonesInOrder(job).map(({ id, name }) => ({ value: id, says: name })),
    },
    {
      name: 'part',
      label: 'Part',
      any: 'Every part',
      options: parts.map(({ part, label }) => ({ value: part, says: label })),
    },
    {
      name: 'kind',
      label: 'Sort of entry',
      any: 'Every sort',
      options: kinds.map((kind) => ({ value: kind, says: entryKindOf({ kind })?.name ?? kind })),
    },
    { name: 'by', label: 'Person', any: 'Everybody', options: people.map((value) => ({ value, says: value })) },
    {
      name: 'day',
      label: 'Day',
      any: 'Every day',
      options: days.map((value) => ({ value, says: format(new Date(`${value}T12:00`), 'd MMM yyyy') })),
    },
  ]
  const [wide, setWide] = useState(false)
  return (
    <div className="flex flex-wrap items-center gap-2 lg:col-span-2">
      {lists.map(({ name, label, any, options }) => (
        <div key={name} className={`w-40 ${wide ? '' : 'max-sm:hidden'}`}>
          <Pick
            label={label}
            value={filter[name] ?? ''}
            options={[{ value: '', says: any }, ...options]}
            onChange={(value) => set(name, value)}
            className="border border-line bg-card"
          />
        </div>
      ))}
      <input
        type="search"
        aria-label="Words in the log"
        placeholder="Words"
        value={filter.words ?? ''}
        onChange={(e) => set('words', e.target.value)}
        className="min-h-11 min-w-32 grow rounded-control border border-line bg-card px-3"
      />
      <button
        type="button"
        aria-expanded={wide}
        onClick={() => setWide((on) => !on)}
        className="min-h-11 rounded-control border border-line bg-card px-3 font-semibold sm:hidden"
      >
        Narrow
      </button>
      <span className="text-soft tabular-nums max-sm:sr-only">
        {count === of ? `${of} entries` : `${count} of ${of}`}
      </span>
    </div>
  )
}
