import { catalogue, type Entry, type Job, likeOf, registerOf } from '@civil-lantern/core'
import { format } from 'date-fns'
import { useMemo } from 'react'

/** Zones and what hangs in them: kinds, spare cores, when something was fitted, how often it was put right. */
export function Register({ job, entries }: { job: Job; entries: readonly Entry[] }) {
  const rows = useMemo(
    () => registerOf(job, entries, (kind) => catalogue.get(likeOf(job, kind))?.name ?? kind),
    [job, entries],
  )
  return (
    <section
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
      tabIndex={0}
      aria-label="Register of zones"
      className="overflow-auto rounded-card border border-line bg-card"
    >
      <table className="w-full min-w-[760px] border-collapse">
        <thead>
          <tr className="border-line border-b text-left text-soft">
            {['', 'Zone', 'What asks', 'What opens', 'Spare cores', 'Last fitted', 'Put right', 'Readings'].map(
              (head) => (
                <th key={head} scope="col" className="px-3 py-2 font-semibold">
                  {head}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.zone} className="border-line border-b align-top">
              <td className="px-3 py-2.5 font-bold">{row.number}</td>
              <th scope="row" className="px-3 py-2.5 text-left">
                {row.name}
                <span className="block font-normal text-soft">{row.place}</span>
              </th>
              <td className="px-3 py-2.5">{row.thermostat}</td>
              <td className="px-3 py-2.5">{row.valve}</td>
              <td className="px-3 py-2.5">{row.spare.join(', ') || 'none'}</td>
              <td className="px-3 py-2.5">{row.fitted ? format(new Date(row.fitted), 'd MMM yyyy') : 'not known'}</td>
              <td className={`px-3 py-2.5 tabular-nums ${row.repairs > 1 ? 'font-bold text-bad' : ''}`}>
                {row.repairs === 0 ? 'never' : row.repairs === 1 ? 'once' : `${row.repairs} times`}
              </td>
              <td className="px-3 py-2.5 tabular-nums">{row.readings}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
