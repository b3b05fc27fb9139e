import {
  conductorSizes,
  type Job,
  lengthFrom,
  lengthInWords,
  lengthUnit,
  metresFrom,
  type Snapshot,
  sizeInWords,
  type Wire,
} from '@civil-lantern/core'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { COLOURS, hue } from '../../ui/colours.ts'
import { Button } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import { foundOn } from '../found-on.ts'
import { wireState } from '../wire-state.ts'
import { Cell, Length, Light, withOwn } from './cells.tsx'
import { LandedTick } from './LandedTick.tsx'
import { rowsOf, type SortKey, sorted } from './rows.ts'
import { runsAsCsv } from './runs-csv.ts'

const columns: readonly { key: SortKey | undefined; says: string }[] = [
  { key: 'number', says: 'No.' },
  { key: 'from', says: 'From' },
  { key: 'to', says: 'To' },
  { key: 'colour', says: 'Colour' },
  { key: undefined, says: 'Size' },
  { key: 'length', says: 'Length' },
  { key: 'cable', says: 'Cable, core' },
  { key: undefined, says: 'Landed' },
  { key: 'light', says: 'Now' },
]

/** The wire table: every conductor with its ends, insulation and light; sorted, filtered, edited in place. */
export function RunsView({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  const { picked, pick } = useWorkspace()
  const { session } = useSession()
  const [filter, setFilter] = useState('')
  const [sort, setSort] = useState<{ key: SortKey; up: boolean }>({ key: 'number', up: true })
  const rows = useMemo(() => sorted(rowsOf(job, snapshot.wires, filter), sort), [job, snapshot.wires, filter, sort])
  const sizes = conductorSizes(job.practice)
  const found = useMemo(() => foundOn(job, snapshot.findings), [job, snapshot.findings])
  return (
    <section className="rounded-card border border-line bg-card">
      <div className="flex flex-wrap items-center gap-3 p-3">
        <label className="grow">
          <span className="sr-only">Filter wires</span>
          <input
            value={filter}
            onChange={(e) => setFilter(e.target.value)}
            placeholder="Filter by part, colour, cable or number"
            className="min-h-11 w-full rounded-control border border-line bg-paper px-3"
          />
        </label>
        <span className="text-soft">
          {rows.length} of {Object.keys(job.wires).length} wires
        </span>
        <Button onClick={() => download(`${job.title}, wires.csv`, runsAsCsv(job), 'text/csv')}>CSV</Button>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls sideways must be reachable by keyboard */}
      <section className="overflow-x-auto" tabIndex={0} aria-label="Wires">
        <table className="w-full min-w-[620px] border-collapse text-[15px]">
          <thead>
            <tr className="border-line border-y text-left text-soft">
              {columns.map(({ key, says }) => (
                <th
                  key={says}
                  scope="col"
                  aria-sort={key === sort.key ? (sort.up ? 'ascending' : 'descending') : 'none'}
                  className="px-1 font-semibold first:pl-4"
                >
                  {key ? (
                    <button
                      type="button"
                      className="inline-flex min-h-11 items-center gap-1"
                      onClick={() => setSort((now) => ({ key, up: now.key === key ? !now.up : true }))}
                    >
                      {says}
                      {key === sort.key &&
                        (sort.up ? <ArrowUp aria-hidden size={15} /> : <ArrowDown aria-hidden size={15} />)}
                    </button>
                  ) : (
                    says
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ id, wire, from, to, light }) => {
              const here = picked && 'wire' in picked && picked.wire === id
              const edit = (name: string, recipe: (wire: Wire) => void) =>
                session.edit(`Wire ${wire.label}: ${name}`, (draft) => recipe(draft.wires[id]!))
              return (
                <tr key={id} className={`border-line border-b align-middle ${here ? 'bg-well' : 'hover:bg-well/60'}`}>
                  <td className="pl-4">
                    <button
                      type="button"
                      onClick={() => pick({ wire: id })}
                      aria-label={`Select wire ${wire.label}`}
                      className="min-h-11 min-w-11 text-left font-mono underline decoration-line underline-offset-4"
                    >
                      {wire.label}
                      {found.has(id) && (
                        <span className="text-bad" title="A finding stands on this wire">
                          {' '}
                          ▲<span className="sr-only">, a finding stands on it</span>
                        </span>
                      )}
                    </button>
                  </td>
                  <td className="max-w-32 px-1">{from}</td>
                  <td className="max-w-32 px-1">{to}</td>
                  <td className="px-1">
                    <span className="flex items-center gap-2">
                      <span
                        aria-hidden
                        className="h-4 w-4 shrink-0 rounded-full border border-soft"
                        style={{ background: hue(wire.colour) }}
                      />
                      <Cell
                        label={`Colour of wire ${wire.label}`}
                        value={wire.colour}
                        options={withOwn(COLOURS, wire.colour)}
                        onChange={(colour) => edit(`colour ${colour}`, (w) => void (w.colour = colour))}
                      />
                    </span>
                  </td>
                  <td className="px-1">
                    <Cell
                      label={`Size of wire ${wire.label}`}
                      value={sizeInWords(job.practice, wire.size)}
                      options={withOwn(
                        sizes.map(({ name }) => name),
                        sizeInWords(job.practice, wire.size),
                      )}
                      onChange={(name) => {
                        const size = sizes.find((s) => s.name === name)?.size
                        if (size) edit(`size ${name}`, (w) => void (w.size = size))
                      }}
                    />
                  </td>
                  <td className="px-1">
                    <Length
                      label={`Length of wire ${wire.label}, ${lengthUnit(job.practice)}`}
                      shown={lengthInWords(job.practice, wire.length)}
                      value={lengthFrom(job.practice, wire.length)}
                      onChange={(value) => edit('length', (w) => void (w.length = metresFrom(job.practice, value)))}
                    />
                  </td>
                  <td className="px-1 text-soft">
                    {wire.cable ? `${job.cables[wire.cable]?.label ?? ''}, ${wire.core ?? ''}` : 'loose'}
                  </td>
                  <td className="px-1">
                    <LandedTick id={id} wire={wire} />
                  </td>
                  <td className="pr-3 pl-1.5">
                    <Light light={light} state={wireState(snapshot.wrong, id)} />
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </section>
      {rows.length === 0 && <p className="p-6 text-soft">No wire matches. Clear the filter to see them all.</p>}
    </section>
  )
}
