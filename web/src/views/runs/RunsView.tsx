import { type Job, lengthInWords, type Snapshot, sizeInWords } from '@civil-lantern/core'
import {
  columnFilteringFeature,
  columnVisibilityFeature,
  createColumnHelper,
  createFilteredRowModel,
  createSortedRowModel,
  globalFilteringFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table'
import { ArrowDown, ArrowUp, ChevronDown } from 'lucide-react'
import { useMemo, useState } from 'react'
import { toast } from 'sonner'
import { shelf } from '../../base/shelf.ts'
import { useWorkspace } from '../../data/workspace.ts'
import { Button } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import { Menu, MenuTick } from '../../ui/menu.tsx'
import { foundOn } from '../found-on.ts'
import { wireState } from '../wire-state.ts'
import { asTabbed, inReadingOrder, litOf, matches, type Row, rowsOf } from './rows.ts'
import { runsAsCsv } from './runs-csv.ts'
import { type Column, WireRow } from './WireRow.tsx'

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  columnFilteringFeature,
  globalFilteringFeature,
  filteredRowModel: createFilteredRowModel(),
  columnVisibilityFeature,
})
/** A conductor with the volts it stands at, by which the table may be sorted. */
type Lined = Row & { readonly volts: number }
const helper = createColumnHelper<typeof features, Lined>()
const words = (of: (row: Lined) => string) => (a: { original: Lined }, b: { original: Lined }) =>
  inReadingOrder(of(a.original), of(b.original)) || a.original.number - b.original.number
const figures = (of: (row: Lined) => number) => (a: { original: Lined }, b: { original: Lined }) =>
  of(a.original) - of(b.original) || a.original.number - b.original.number
const columns = helper.columns([
  helper.accessor('number', { header: 'No.', enableHiding: false, sortFn: figures(({ number }) => number) }),
  helper.accessor('from', { header: 'From', sortFn: words(({ from }) => from) }),
  helper.accessor('to', { header: 'To', sortFn: words(({ to }) => to) }),
  helper.accessor(({ wire }) => wire.colour, {
    id: 'colour',
    header: 'Colour',
    sortFn: words(({ wire }) => wire.colour),
  }),
  helper.accessor(({ wire }) => wire.size, { id: 'size', header: 'Size', sortFn: figures(({ wire }) => wire.size) }),
  helper.accessor(({ wire }) => wire.length, {
    id: 'length',
    header: 'Length',
    sortFn: figures(({ wire }) => wire.length),
  }),
  helper.accessor('cable', { header: 'Cable, core', sortFn: words(({ cable }) => cable) }),
  helper.accessor('tag', { header: 'On its tags', sortFn: words(({ tag }) => tag) }),
  helper.display({ id: 'landed', header: 'Landed' }),
  helper.accessor('volts', { id: 'light', header: 'Now', sortFn: figures(({ volts }) => volts) }),
])

/** What is on the tags is only wanted by who writes them. */
const HIDDEN = { tag: false }
const KEPT = 'runs:columns'

/** The wire table: every conductor with its ends, insulation and light; sorted, filtered, edited in place, copied. */
export function RunsView({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  const { picked } = useWorkspace()
  const [filter, setFilter] = useState('')
  const [sorting, setSorting] = useState([{ id: 'number', desc: false }])
  const [visible, setVisible] = useState(() => shelf.get<Record<string, boolean>>(KEPT) ?? HIDDEN)
  const rows = useMemo(() => rowsOf(job), [job])
  // The light of a wire puts the table in another order only where somebody sorts by it.
  const lights = sorting.some(({ id }) => id === 'light') ? snapshot.wires : undefined
  const data = useMemo(() => rows.map((row) => ({ ...row, volts: lights?.[row.id]?.volts ?? -1 })), [rows, lights])
  const table = useTable({
    features,
    columns,
    data,
    getRowId: ({ id }) => id,
    state: { sorting, globalFilter: filter, columnVisibility: visible },
    onSortingChange: setSorting,
    onGlobalFilterChange: setFilter,
    onColumnVisibilityChange: (next) => {
      const shown = typeof next === 'function' ? next(visible) : next
      shelf.put(KEPT, shown)
      setVisible(shown)
    },
    enableSortingRemoval: false,
    enableMultiSort: false,
    sortDescFirst: false,
    getColumnCanGlobalFilter: ({ id }) => id === 'number',
    globalFilterFn: (row, _column, typed: string) => matches(row.original, typed),
  })
  const found = useMemo(() => foundOn(job, snapshot.findings), [job, snapshot.findings])
  const shown = table.getVisibleLeafColumns()
  const names = shown.map(({ id }) => id).join(' ')
  const lines = table.getRowModel().rows
  const copy = () => {
    const text: Readonly<Record<Column, (row: Row) => string>> = {
      number: ({ wire }) => wire.label,
      from: ({ from }) => from,
      to: ({ to }) => to,
      colour: ({ wire }) => wire.colour,
      size: ({ wire }) => sizeInWords(job.practice, wire.size),
      length: ({ wire }) => lengthInWords(job.practice, wire.length),
      cable: ({ cable }) => cable || 'loose',
      tag: ({ tag }) => tag,
      landed: () => '',
      light: ({ id }) => litOf(snapshot.wires[id], wireState(snapshot.wrong, id)).says,
    }
    const wanted = shown.filter(({ id }) => id !== 'landed')
    const cells = lines.map(({ original }) => wanted.map(({ id }) => text[id as Column](original)))
    const heads = wanted.map(({ columnDef }) => String(columnDef.header))
    // Over plain http a browser has no clipboard for pages.
    const put = navigator.clipboard?.writeText(asTabbed([heads, ...cells])) ?? Promise.reject(new Error())
    put
      .then(() => toast(`${lines.length} wires copied.`))
      .catch(() => toast.error('This browser lets no page copy here. Take the CSV.'))
  }
  return (
    <section className="rounded-card border border-line bg-card">
      <div className="flex flex-wrap items-center gap-3 p-3">
        <label className="grow">
          <span className="sr-only">Filter wires</span>
          <input
            value={filter}
            onChange={(e) => table.setGlobalFilter(e.target.value)}
            placeholder="Filter by part, colour, cable or number"
            className="min-h-11 w-full rounded-control border border-line bg-paper px-3"
          />
        </label>
        <span className="text-soft">
          {lines.length} of {rows.length} wires
        </span>
        <Menu
          trigger={
            <>
              Columns <ChevronDown aria-hidden size={17} />
            </>
          }
          className="flex min-h-11 items-center gap-2 rounded-control border border-line bg-card px-4 font-semibold hover:border-soft"
        >
          {table
            .getAllLeafColumns()
            .filter((column) => column.getCanHide())
            .map((column) => (
              <MenuTick key={column.id} on={column.getIsVisible()} change={() => column.toggleVisibility()}>
                {String(column.columnDef.header)}
              </MenuTick>
            ))}
        </Menu>
        <Button onClick={copy}>Copy</Button>
        <Button onClick={() => download(`${job.title}, wires.csv`, runsAsCsv(job), 'text/csv')}>CSV</Button>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls sideways must be reachable by keyboard */}
      <section className="overflow-x-auto" tabIndex={0} aria-label="Wires">
        <table className="w-full min-w-[620px] border-collapse text-[15px]">
          <thead>
            <tr className="border-line border-y text-left text-soft">
              {shown.map((column) => {
                const order = column.getIsSorted()
                return (
                  <th
                    key={column.id}
                    scope="col"
                    aria-sort={order === 'asc' ? 'ascending' : order === 'desc' ? 'descending' : 'none'}
                    className="px-1 font-semibold first:pl-4"
                  >
                    {column.getCanSort() ? (
                      <button
                        type="button"
                        className="inline-flex min-h-11 items-center gap-1"
                        onClick={() => column.toggleSorting()}
                      >
                        {String(column.columnDef.header)}
                        {order &&
                          (order === 'asc' ? <ArrowUp aria-hidden size={15} /> : <ArrowDown aria-hidden size={15} />)}
                      </button>
                    ) : (
                      String(column.columnDef.header)
                    )}
                  </th>
                )
              })}
            </tr>
          </thead>
          <tbody>
            {lines.map(({ id, original }) => (
              <WireRow
                key={id}
                row={original}
                columns={names}
                practice={job.practice}
                here={picked !== undefined && 'wire' in picked && picked.wire === id}
                marked={found.has(id)}
                {...litOf(snapshot.wires[id], wireState(snapshot.wrong, id))}
              />
            ))}
          </tbody>
        </table>
      </section>
      {lines.length === 0 && <p className="p-6 text-soft">No wire matches. Clear the filter to see them all.</p>}
    </section>
  )
}
