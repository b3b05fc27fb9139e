import { catalogue, type FirmRow, type Job, likeOf } from '@civil-lantern/core'
import { format } from 'date-fns'
import { Link } from 'react-router'
import { BarChart, CartesianGrid, Bar as Column, Legend, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { useFirm } from '../../data/firm.ts'
import { Card } from '../../ui/controls.tsx'
import { useWide } from '../../ui/use-wide.ts'

/** Rows of the picture; the table holds all of them. */
const DRAWN = 8

/** What fails, and fails again, on all jobs of the firm. */
export function FirmRepairs({ job }: { job: Job }) {
  const { mended, rows, heard } = useFirm()
  const wide = useWide()
  if (!heard) return <p>The server has not told yet what was put right on the other jobs.</p>
  if (rows.length === 0)
    return (
      <Card title="What fails, and fails again">
        <p className="px-4 pt-1 pb-4">
          Nothing was put right yet on any job. What Find, Swap and Prove put right at a wall is counted here, and moves
          the weights of the next search.
        </p>
      </Card>
    )
  const drawn = rows.slice(0, DRAWN).map((row) => ({
    name: nameOf(job, row),
    once: row.times - row.again,
    again: row.again,
  }))
  const repeats = [...mended].sort((a, b) => b.at.localeCompare(a.at)).slice(0, 30)
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-3 overflow-auto pb-4">
      <Card title={firmSays(rows)}>
        {/* On a phone the names need the room; the table says the same. */}
        {wide && (
          <div aria-hidden className="px-2 pt-2" style={{ height: 60 + 34 * drawn.length }}>
            <ResponsiveContainer>
              <BarChart layout="vertical" data={drawn} margin={{ left: 8, right: 24 }}>
                <CartesianGrid horizontal={false} stroke="var(--color-line)" />
                <XAxis type="number" domain={[0, 'dataMax']} allowDecimals={false} stroke="var(--color-soft)" />
                <YAxis type="category" dataKey="name" width={230} stroke="var(--color-soft)" tick={{ fontSize: 15 }} />
                <Legend />
                <Column
                  dataKey="once"
                  name="put right, and held"
                  stackId="a"
                  fill="var(--color-soft)"
                  isAnimationActive={false}
                />
                <Column
                  dataKey="again"
                  name="wanted again within 400 days"
                  stackId="a"
                  fill="var(--color-bad)"
                  isAnimationActive={false}
                />
              </BarChart>
            </ResponsiveContainer>
          </div>
        )}
        <div className="overflow-auto px-4 pb-3">
          <table className="w-full border-collapse">
            <thead>
              <tr className="text-left text-soft">
                {['What', 'Put right', 'Again', 'Jobs'].map((head) => (
                  <th key={head} scope="col" className="py-2 pr-3 font-semibold">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={`${row.kind} ${row.piece}`} className="border-line border-t">
                  <th scope="row" className="py-2 pr-3 text-left font-normal">
                    {nameOf(job, row)}
                  </th>
                  <td className="py-2 pr-3 tabular-nums">{row.times}</td>
                  <td className={`py-2 pr-3 tabular-nums ${row.again > 0 ? 'font-bold text-bad' : ''}`}>{row.again}</td>
                  <td className="py-2 pr-3 tabular-nums">{row.jobs}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </Card>
      <Card title="Where, the last first">
        <ul className="px-4 pt-1 pb-3">
          {repeats.map((one) => (
            <li key={`${one.job} ${one.part} ${one.piece} ${one.at}`} className="border-line border-t py-2">
              <Link to={`/jobs/${one.job}/log`} className="font-semibold underline underline-offset-4">
                {one.title}
              </Link>{' '}
              {`${one.part} ${one.piece}`.trim()}
              <span className="text-soft">, {format(new Date(one.at), 'd MMM yyyy')}</span>
            </li>
          ))}
        </ul>
      </Card>
    </div>
  )
}

/** What the tally comes to, in one sentence. */
function firmSays(rows: readonly FirmRow[]): string {
  const sum = (of: (row: FirmRow) => number) => rows.reduce((all, row) => all + of(row), 0)
  const [times, again] = [sum(({ times }) => times), sum((row) => row.again)]
  const repairs = times === 1 ? 'One repair' : `${times} repairs`
  return `${repairs} on all jobs; ${again === 0 ? 'none' : again === 1 ? 'one' : again} wanted a second visit within 400 days.`
}

/** A kind and its piece in words. */
export function nameOf(job: Job, { kind, piece }: Pick<FirmRow, 'kind' | 'piece'>): string {
  const name = catalogue.get(likeOf(job, kind))?.name ?? kind
  const short = name.split(',').slice(0, 2).join(',')
  return piece === '' || piece === 'whole' ? short : `${short}: ${piece}`
}
