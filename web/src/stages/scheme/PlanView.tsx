import { type CablePlan, cablePlans, cableWouldDo, type Job, lengthInWords, terminalsPlan } from '@civil-lantern/core'
import { useMemo, useState } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { hue } from '../../ui/colours.ts'
import { Card } from '../../ui/controls.tsx'
import { Tick } from '../../ui/fields.tsx'

/** What to bring and where it lands: every run's cores, and the terminal chart of the wiring centres. */
export function PlanView({ job }: { job: Job }) {
  const cables = useMemo(() => cablePlans(job), [job])
  const terminals = useMemo(() => terminalsPlan(job), [job])
  const pick = useWorkspace((w) => w.pick)
  const wire = (id: string, label: string) => (
    <button
      key={id}
      type="button"
      aria-label={`Select wire ${label}`}
      onClick={() => pick({ wire: id })}
      className="min-h-9 min-w-9 font-mono underline decoration-line underline-offset-4"
    >
      {label}
    </button>
  )
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      {terminals?.centres.map(({ part, label, free, terminals: rows }) => (
        <Card key={part} title={label} aside={`${free} of ${rows.length} free`}>
          <table className="mx-4 my-2 w-[calc(100%-2rem)] text-[15px]">
            <thead className="sr-only">
              <tr>
                <th>Terminal</th>
                <th>Potential</th>
                <th>Landed</th>
                <th>Under the screw</th>
              </tr>
            </thead>
            <tbody>
              {rows
                .filter(({ holds }) => holds > 0)
                .map((row) => (
                  <tr key={row.terminal} className="border-line border-t align-top first:border-t-0">
                    <th scope="row" className="w-9 py-1.5 text-left font-mono">
                      {row.marking}
                    </th>
                    <td className="w-1/3 py-1.5 pr-3 font-semibold">{row.name}</td>
                    <td className="py-0.5 pr-3">
                      {row.landed.map(({ wire: id, label: number, says }) => (
                        <span key={id} className="mr-3 inline-flex items-center gap-1">
                          {wire(id, number)} {says}
                        </span>
                      ))}
                      {row.links.length > 0 && <span className="text-soft">link to {row.links.join(', ')}</span>}
                    </td>
                    <td
                      className={`whitespace-nowrap py-1.5 text-right font-mono ${row.holds > row.takes ? 'font-bold text-bad' : 'text-soft'}`}
                    >
                      {row.holds}/{row.takes}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
        </Card>
      ))}
      {terminals && (
        <p className="rounded-control border border-line bg-card px-4 py-2.5">
          {terminals.roomForZone
            ? `There is room for one more zone: it would take ${terminals.zoneTakes} ${terminals.zoneTakes === 1 ? 'terminal' : 'terminals'}.`
            : `No room for one more zone: it would take ${terminals.zoneTakes} terminals.`}{' '}
          Every earth is joined; sleeve a switched live that uses a core of another colour.
        </p>
      )}
      {cables.length === 0 && (
        <Card>
          <p className="p-5 text-soft">No cable leaves the boiler room in this wiring.</p>
        </Card>
      )}
      {cables.map((cable) => (
        <Cable key={cable.id} cable={cable} job={job} wire={wire} />
      ))}
    </div>
  )
}

function Cable({
  cable,
  job,
  wire,
}: {
  cable: CablePlan
  job: Job
  wire: (id: string, label: string) => React.ReactNode
}) {
  const earth = cable.earth ? ' and an earth' : ''
  return (
    <Card title={cable.label} aside={`${cable.from} to ${cable.to}, ${lengthInWords(job.practice, cable.metres)}`}>
      <p className="px-4 pt-1">
        Needs {cable.needs} {cable.needs === 1 ? 'conductor' : 'conductors'}
        {earth}; {cable.spare === 0 ? 'no core is spare' : `${cable.spare} spare, coiled and capped at both ends`}.
      </p>
      <table className="mx-4 my-2 w-[calc(100%-2rem)] text-[15px]">
        <tbody>
          {cable.cores.map(({ core, colour, wire: id, label, from, to, does }) => (
            <tr key={core} className="border-line border-t first:border-t-0">
              <th scope="row" className="w-36 py-1 text-left font-normal">
                <span className="flex items-center gap-2">
                  <span
                    aria-hidden
                    className="h-4 w-4 shrink-0 rounded-full border border-soft"
                    style={{ background: hue(colour) }}
                  />
                  {core}
                </span>
              </th>
              <td className="w-12">{id && label ? wire(id, label) : null}</td>
              <td className="py-1 pr-3">{id ? `${from} to ${to}` : <span className="text-soft">spare</span>}</td>
              <td className="py-1 text-right text-soft">{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <InTheWall cable={cable} />
    </Card>
  )
}

/** Would the cable that is already in the wall do? */
function InTheWall({ cable }: { cable: CablePlan }) {
  const [cores, setCores] = useState(cable.needs)
  const [earth, setEarth] = useState(cable.earth)
  const { does, says } = cableWouldDo(cable, cores, earth)
  return (
    <details className="border-line border-t px-4 py-1">
      <summary className="flex min-h-11 items-center font-semibold">Would the cable in the wall do?</summary>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pb-3">
        <label className="flex items-center gap-2">
          Conductors without an earth
          <input
            type="number"
            min={1}
            max={24}
            value={cores}
            onChange={(e) => setCores(Math.max(1, Number(e.target.value) || 1))}
            className="min-h-11 w-20 rounded-control border border-line bg-paper px-3 font-mono"
          />
        </label>
        <Tick label="It has an earth" checked={earth} onChange={setEarth} />
        <p role="status" className={does ? '' : 'font-semibold text-bad'}>
          {says}
        </p>
      </div>
    </details>
  )
}
