import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { api } from '../../data/api.ts'
import { outbox } from '../../data/browser-outbox.ts'
import type { Tally } from '../../data/outbox.ts'
import { lookWhatWaits } from '../../data/waits.ts'
import { BoardLine } from '../../ui/BoardLine.tsx'
import { complain } from '../../ui/complain.ts'
import { Button } from '../../ui/controls.tsx'
import { FileButton } from '../../ui/FileButton.tsx'
import { slug, useAddJob } from './add-job.ts'
import { JobCard } from './JobCard.tsx'
import { boardSays, counted, type Order, type Sieve, shownOf } from './shown.ts'
import { Waiting } from './Waiting.tsx'

/** What begins a job knows every part and every way of wiring: it comes when a job is begun. */
const NewJob = lazy(() => import('./NewJob.tsx').then(({ NewJob }) => ({ default: NewJob })))

const sieves: readonly { sieve: Sieve; says: string; always?: true }[] = [
  { sieve: 'all', says: 'On the board', always: true },
  { sieve: 'waits', says: 'Waiting' },
  { sieve: 'findings', says: 'With findings' },
  { sieve: 'away', says: 'Put away' },
  { sieve: 'out', says: 'Taken out' },
]

const OrderPick = lazy(() => import('./OrderPick.tsx').then(({ OrderPick }) => ({ default: OrderPick })))

/** All jobs: how each stands, which want somebody; find one, start one, bring one in from a file. */
export function JobsBoard() {
  // Coming from a job, what was done there may wait.
  useEffect(() => void lookWhatWaits(outbox), [])
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: api.jobs })
  const [search, setSearch] = useState('')
  const [sieve, setSieve] = useState<Sieve>('all')
  const [order, setOrder] = useState<Order>('touched')
  const [making, setMaking] = useState(false)
  const all = jobs.data ?? []
  const counts = counted(all)
  const found = shownOf(all, sieve, search, order)
  return (
    <div className="min-h-full">
      <BoardLine here="jobs" />
      <main className="grid gap-3 px-4 pt-2 pb-10 lg:px-4">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-xl font-bold">
            {jobs.isError ? 'Jobs cannot be read.' : jobs.data ? boardSays(jobs.data) : 'Reading the jobs.'}
          </h1>
          <div className="flex gap-2">
            <ImportButton />
            <Button look="strong" onClick={() => setMaking(true)}>
              New job
            </Button>
          </div>
        </div>
        {all.length > 0 && (
          <div className="flex flex-wrap items-center gap-2">
            {sieves
              .filter((one) => one.always || one.sieve === sieve || counts[one.sieve] > 0)
              .map((one) => (
                <Button
                  key={one.sieve}
                  aria-pressed={one.sieve === sieve}
                  look={one.sieve === sieve ? 'strong' : 'plain'}
                  onClick={() => setSieve(one.sieve)}
                >
                  {one.says} {counts[one.sieve]}
                </Button>
              ))}
            <label className="min-w-56 grow basis-56">
              <span className="sr-only">Search jobs</span>
              <input
                type="search"
                value={search}
                onChange={(e) => setSearch(e.target.value)}
                placeholder="Site, task, zone, part, person, what was said"
                className="min-h-11 w-full rounded-control border border-line bg-card px-4"
              />
            </label>
            <div className="min-h-11 w-44">
              <Suspense fallback={null}>
                <OrderPick order={order} change={setOrder} />
              </Suspense>
            </div>
          </div>
        )}
        {jobs.isError && (
          <div role="alert" className="rounded-card border border-bad bg-card p-5">
            <p className="font-semibold">The server does not answer.</p>
            <p className="pb-3 text-soft">
              Jobs opened on this device before still open; what you do waits here and is sent later.
            </p>
            <OpenedBefore />
            <Button onClick={() => void jobs.refetch()}>Try again</Button>
          </div>
        )}
        {jobs.data?.length === 0 && (
          <div className="rounded-card border border-line border-dashed p-8">
            <p className="pb-1 text-lg font-semibold">Start with what hangs on the wall.</p>
            <p className="max-w-prose text-soft">
              A job holds one site: its survey, its wiring, its readings. Make one, name its zones, and the wiring is
              made and simulated from that.
            </p>
          </div>
        )}
        {all.length > 0 && found.length === 0 && (
          <p className="text-soft">
            {search.trim() ? `Nothing in these jobs holds “${search.trim()}”.` : 'No job is here.'}
          </p>
        )}
        <ul className="grid gap-3 lg:grid-cols-2">
          {found.map((job) => (
            <li key={job.id} className="min-w-0">
              <JobCard job={job} />
            </li>
          ))}
        </ul>
        <p>
          <Link
            to="/help/first-job"
            className="inline-flex min-h-11 items-center text-soft underline underline-offset-4"
          >
            New here? The first job, step by step
          </Link>
        </p>
      </main>
      {making && (
        <Suspense fallback={null}>
          <NewJob open onOpenChange={setMaking} jobs={all} />
        </Suspense>
      )}
    </div>
  )
}

/** Jobs that lie on this device from earlier. */
function OpenedBefore() {
  const [kept, setKept] = useState<readonly Tally[]>([])
  useEffect(() => void outbox.tally().then(setKept, () => undefined), [])
  return (
    <ul className="grid gap-1 pb-3">
      {kept.map(({ job: id, document }) => (
        <li key={id}>
          <Link
            to={`/jobs/${id}`}
            className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
          >
            {titleIn(document)}
          </Link>
          <Waiting job={id} />
        </li>
      ))}
    </ul>
  )
}

/** The title in a job file of any version. */
function titleIn(file: unknown): string {
  const inside = typeof file === 'object' && file !== null && 'document' in file ? file.document : file
  return typeof inside === 'object' && inside !== null && 'title' in inside ? String(inside.title) : 'job'
}

/** Brings a job file in. The server holds it against the format and says what is wrong with it. */
function ImportButton() {
  const add = useAddJob(() => undefined)
  const read = async (file: File) => {
    if (/\.zip$/i.test(file.name)) {
      add.mutate({
        id: slug(file.name.replace(/(\.lantern)?\.zip$/i, '')),
        archive: file.slice(0, file.size, 'application/zip'),
      })
      return
    }
    try {
      const whole: unknown = JSON.parse(await file.text())
      add.mutate({ id: slug(titleIn(whole)), file: whole })
    } catch {
      complain(`${file.name} is not a job file: it is not JSON. Choose a file that Civil Lantern exported.`)
    }
  }
  return (
    <FileButton label="Job file" accept=".json,.zip,application/json,application/zip" onFile={read}>
      Open a file
    </FileButton>
  )
}
