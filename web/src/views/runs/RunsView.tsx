import {
  conductorSizes,
  type Job,
  lengthFrom,
  lengthInWords,
  lengthUnit,
  metresFrom,
  sizeInWords,
  terminalInWords,
  type Wire,
  type WireLight,
} from '@civil-lantern/core'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { Button } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import type { Snapshot } from '../../workers/bench.worker.ts'
import { COLOURS, hue } from '../colours.ts'
import { foundOn } from '../found-on.ts'
import { runsAsCsv } from './csv.ts'

type SortKey = 'number' | 'from' | 'to' | 'colour' | 'length' | 'cable' | 'light'

interface Row {
  readonly id: string
  readonly wire: Wire
  readonly number: number
  readonly from: string
  readonly to: string
  readonly light: WireLight | undefined
}

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
                    <label className="grid size-11 place-items-center">
                      <input
                        type="checkbox"
                        aria-label={`Wire ${wire.label} is landed`}
                        checked={wire.landed === true}
                        onChange={(e) =>
                          edit(e.target.checked ? 'landed' : 'not landed', (w) => {
                            if (e.target.checked) w.landed = true
                            else delete w.landed
                          })
                        }
                        className="size-6 accent-ink"
                      />
                    </label>
                  </td>
                  <td className="pr-3 pl-1.5">
                    <Light light={light} wire={wire} />
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

function Cell({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: string
  options: readonly string[]
  onChange: (value: string) => void
}) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className="field-sizing-content min-h-9 rounded-control border border-transparent bg-transparent hover:border-line"
    >
      {options.map((option) => (
        <option key={option}>{option}</option>
      ))}
    </select>
  )
}

function Length({
  label,
  shown,
  value,
  onChange,
}: {
  label: string
  shown: string
  value: number
  onChange: (value: number) => void
}) {
  const [draft, setDraft] = useState<string>()
  const commit = () => {
    const next = Number((draft ?? '').replace(',', '.'))
    if (draft !== undefined && Number.isFinite(next) && next >= 0.1 && next <= 1600) onChange(next)
    setDraft(undefined)
  }
  return (
    <input
      aria-label={label}
      inputMode="decimal"
      value={draft ?? shown}
      onFocus={() => setDraft(String(Number(value.toFixed(1))))}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      className="min-h-9 w-[4.6rem] rounded-control border border-transparent bg-transparent px-1 font-mono hover:border-line focus:border-soft"
    />
  )
}

function Light({ light, wire }: { light: WireLight | undefined; wire: Wire }) {
  if (wire.broken) return <span className="font-semibold text-bad">broken</span>
  if (wire.lifted?.from || wire.lifted?.to) return <span className="font-semibold text-bad">lifted</span>
  if (!light || light.circuit === 'earth') return <span className="text-soft">{light ? 'earth' : ''}</span>
  const amps = light.amps < 0.9995 ? `${(light.amps * 1000).toFixed(0)} mA` : `${light.amps.toFixed(1)} A`
  return (
    <span className="inline-grid justify-items-start font-mono text-[14px] leading-tight">
      <span className={`whitespace-nowrap rounded-full px-2 ${light.lit ? 'bg-glow text-[#17242c]' : 'text-soft'}`}>
        {light.volts.toFixed(light.volts >= 99.95 ? 0 : 1)} V
      </span>
      {light.flowing && <span className="whitespace-nowrap px-2 text-soft">{amps}</span>}
    </span>
  )
}

const withOwn = (options: readonly string[], own: string) => (options.includes(own) ? options : [own, ...options])

function rowsOf(job: Job, lights: Readonly<Record<string, WireLight>>, filter: string): Row[] {
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean)
  const end = ({ part, terminal }: Wire['from']) => terminalInWords(job, part, terminal)
  return Object.entries(job.wires)
    .map(([id, wire]) => ({
      id,
      wire,
      number: Number(wire.label) || 0,
      from: end(wire.from),
      to: end(wire.to),
      light: lights[id],
    }))
    .filter(({ wire, from, to }) => {
      const text =
        `${wire.label} ${from} ${to} ${wire.colour} ${wire.cable ? job.cables[wire.cable]?.label : 'loose'}`.toLowerCase()
      return words.every((word) => text.includes(word))
    })
}

function sorted(rows: Row[], { key, up }: { key: SortKey; up: boolean }): Row[] {
  const value = ({ number, from, to, wire, light }: Row): string | number =>
    ({
      number,
      from,
      to,
      colour: wire.colour,
      length: wire.length,
      cable: wire.cable ?? '',
      light: light?.volts ?? -1,
    })[key]
  return [...rows].sort((a, b) => {
    const [x, y] = [value(a), value(b)]
    const order =
      typeof x === 'number' && typeof y === 'number'
        ? x - y
        : String(x).localeCompare(String(y), undefined, { numeric: true })
    return (up ? order : -order) || a.number - b.number
  })
}
