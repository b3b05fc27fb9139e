import { catalogue, type Entry, type Job, likeOf, partsOnRecord, registerOf, tallyOfParts } from '@civil-lantern/core'
import { format } from 'date-fns'
import { useMemo, useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { Wide } from '../../ui/Wide.tsx'
import { ageInWords, isOverdue, tallyInWords } from './register-in-words.ts'

const day = (iso: string) => format(new Date(iso), 'd MMM yyyy')

/** Zones and parts as they are kept on record: kinds, spare cores, when fitted, how often replaced, when due; counted above. */
export function Register({ job, entries }: { job: Job; entries: readonly Entry[] }) {
  const zones = useMemo(
    () => registerOf(job, entries, (kind) => catalogue.get(likeOf(job, kind))?.name ?? kind),
    [job, entries],
  )
  const { document } = useSession()
  const parts = useMemo(() => partsOnRecord(job, entries, document.before), [job, entries, document.before])
  return (
    <div className="grid min-h-0 auto-rows-max gap-3 overflow-y-auto pb-2">
      <p className="font-semibold">{tallyInWords(tallyOfParts(job, parts))}</p>
      <Wide label="Register of zones" className="rounded-card border border-line bg-card">
        <table className="w-full min-w-[760px] border-collapse">
          <Heads of={['', 'Zone', 'What asks', 'What opens', 'Spare cores', 'Last fitted', 'Put right', 'Readings']} />
          <tbody>
            {zones.map((row) => (
              <tr key={row.zone} className="border-line border-b align-top last:border-b-0">
                <td className="px-3 py-2.5 font-bold">{row.number}</td>
                <th scope="row" className="px-3 py-2.5 text-left">
                  {row.name}
                  <span className="block font-normal text-soft">{row.place}</span>
                </th>
                <td className="px-3 py-2.5">{row.thermostat}</td>
                <td className="px-3 py-2.5">{row.valve}</td>
                <td className="px-3 py-2.5">{row.spare.join(', ') || 'none'}</td>
                <td className="px-3 py-2.5">{row.fitted ? day(row.fitted) : 'not known'}</td>
                <td className={`px-3 py-2.5 tabular-nums ${row.repairs > 1 ? 'font-bold text-bad' : ''}`}>
                  {timesInWords(row.repairs)}
                </td>
                <td className="px-3 py-2.5 tabular-nums">{row.readings}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Wide>
      <Wide label="Register of parts" className="rounded-card border border-line bg-card">
        <table className="w-full min-w-[760px] border-collapse">
          <Heads of={['Part', 'Kind', 'Place', 'Fitted', 'Age', 'Replaced', 'Next due']} />
          <tbody>
            {parts.map((row) => (
              <tr key={row.part} className="border-line border-b align-middle last:border-b-0">
                <th scope="row" className="px-3 py-2.5 text-left">
                  {row.label}
                </th>
                <td className="px-3 py-2.5">{row.kind}</td>
                <td className="px-3 py-2.5">{row.place}</td>
                <td className="px-3 py-2.5">{row.fitted ? day(row.fitted) : 'not known'}</td>
                <td className="px-3 py-2.5">{row.fitted ? ageInWords(row.fitted, new Date()) : ''}</td>
                <td className={`px-3 py-2.5 tabular-nums ${row.replaced > 1 ? 'font-bold text-bad' : ''}`}>
                  {timesInWords(row.replaced)}
                </td>
                <td className="px-3 py-1">
                  <Due part={row.part} label={row.label} {...(row.due ? { due: row.due } : {})} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Wide>
    </div>
  )
}

const Heads = ({ of }: { of: readonly string[] }) => (
  <thead>
    <tr className="border-line border-b text-left text-soft">
      {of.map((head) => (
        <th key={head} scope="col" className="px-3 py-2 font-semibold">
          {head}
        </th>
      ))}
    </tr>
  </thead>
)

const timesInWords = (n: number) => (n === 0 ? 'never' : n === 1 ? 'once' : `${n} times`)

/** The day on which a part is to be looked at again; emptied it is no longer due. */
function Due({ part, label, due }: { part: string; label: string; due?: { on: string; says: string } }) {
  const { session } = useSession()
  const [sets, setSets] = useState(false)
  if (!due && !sets)
    return (
      <Button look="quiet" aria-label={`${label} next due: set a day`} onClick={() => setSets(true)} className="-ml-4">
        Set a day
      </Button>
    )
  const late = due !== undefined && isOverdue(due.on, new Date())
  return (
    <span className="flex items-center gap-2">
      <input
        type="date"
        aria-label={`${label} next due`}
        defaultValue={due?.on ?? ''}
        key={due?.on ?? ''}
        // biome-ignore lint/a11y/noAutofocus: it was just asked for
        autoFocus={sets}
        onBlur={({ target: { value } }) => {
          setSets(false)
          if (value === (due?.on ?? '')) return
          session.enter([{ kind: 'due', of: part, on: value || null, says: '' }], `${label}: next due`)
        }}
        className={`min-h-11 rounded-control border bg-paper px-2 tabular-nums ${late ? 'border-bad font-bold' : 'border-line'} ${due ? '' : 'text-soft'}`}
      />
      {late && <span className="font-bold text-bad">due</span>}
    </span>
  )
}
