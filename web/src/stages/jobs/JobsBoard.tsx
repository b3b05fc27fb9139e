import { blankJob, documentOf, type Practice } from '@civil-lantern/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { formatDistanceToNow } from 'date-fns'
import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { newId } from '../../base/shelf.ts'
import { api } from '../../data/api.ts'
import { BoardLine } from '../../ui/BoardLine.tsx'
import { Button, Segments } from '../../ui/controls.tsx'
import { Sheet } from '../../ui/sheet.tsx'

/** All jobs, newest first: find one, start one, bring one in from a file. */
export function JobsBoard() {
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: api.jobs })
  const [search, setSearch] = useState('')
  const [making, setMaking] = useState(false)
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const found = jobs.data?.filter(({ title, task }) =>
    words.every((word) => `${title} ${task}`.toLowerCase().includes(word)),
  )
  return (
    <div className="min-h-full">
      <BoardLine here="jobs" />
      <main className="mx-auto grid max-w-5xl gap-4 px-4 pt-6 pb-10">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-2xl font-bold">{headline(jobs.data?.length, jobs.isError)}</h1>
          <div className="flex gap-2">
            <ImportButton />
            <Button look="strong" onClick={() => setMaking(true)}>
              New job
            </Button>
          </div>
        </div>
        {jobs.data && jobs.data.length > 0 && (
          <label>
            <span className="sr-only">Search jobs</span>
            <input
              value={search}
              onChange={(e) => setSearch(e.target.value)}
              placeholder="Search by site or task"
              className="min-h-12 w-full rounded-control border border-line bg-card px-4"
            />
          </label>
        )}
        {jobs.isError && (
          <div role="alert" className="rounded-card border border-bad bg-card p-5">
            <p className="font-semibold">The server does not answer.</p>
            <p className="pb-3 text-soft">
              Jobs opened on this device before can still be opened by their address; edits wait here and are sent
              later.
            </p>
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
        {found?.length === 0 && jobs.data !== undefined && jobs.data.length > 0 && (
          <p className="text-soft">No job has “{search}” in its name or task.</p>
        )}
        <ul className="grid gap-3 sm:grid-cols-2">
          {found?.map((job) => (
            <li key={job.id}>
              <Link
                to={`/jobs/${job.id}`}
                className="block rounded-card border border-line bg-card p-4 hover:border-ink"
              >
                <span className="line-clamp-2 text-lg font-bold" title={job.title}>
                  {job.title}
                </span>
                <span className="line-clamp-2 text-soft">{job.task || 'No task written down'}</span>
                <span className="mt-3 flex flex-wrap justify-between gap-2 text-[15px]">
                  <span>
                    {job.zones} {job.zones === 1 ? 'zone' : 'zones'}, {job.practice} V practice
                  </span>
                  <span className="text-soft">{formatDistanceToNow(new Date(job.updatedAt), { addSuffix: true })}</span>
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </main>
      <NewJob open={making} onOpenChange={setMaking} />
    </div>
  )
}

const headline = (count: number | undefined, failed: boolean) => {
  if (failed) return 'Jobs cannot be read.'
  if (count === undefined) return 'Jobs'
  return count === 0 ? 'No jobs yet.' : count === 1 ? 'One job.' : `${count} jobs.`
}

const slug = (title: string) =>
  `${title
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40)}-${newId().slice(0, 6)}`.replace(/^-/, '')

function useAddJob(done: () => void) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  return useMutation({
    mutationFn: ({ id, ...whole }: { id: string } & ({ document: unknown } | { file: unknown })) =>
      api.addJob(id, whole),
    onSuccess: (job) => {
      void queries.invalidateQueries({ queryKey: ['jobs'] })
      done()
      void navigate(`/jobs/${job.id}`)
    },
    onError: (error) => toast.error(error.message, { duration: 12_000 }),
  })
}

function NewJob({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [title, setTitle] = useState('')
  const [practice, setPractice] = useState<Practice>('120')
  const add = useAddJob(() => {
    onOpenChange(false)
    setTitle('')
  })
  return (
    <Sheet title="New job" open={open} onOpenChange={onOpenChange}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          if (title.trim()) add.mutate({ id: slug(title), document: documentOf(blankJob(title.trim(), practice)) })
        }}
      >
        <label>
          <span className="mb-1 block text-soft">Name of the site</span>
          <input
            value={title}
            maxLength={80}
            onChange={(e) => setTitle(e.target.value)}
            placeholder="Harbour mill, east wing"
            className="min-h-12 w-full rounded-control border border-line bg-paper px-3"
          />
        </label>
        <div>
          <div className="mb-1 text-soft">Practice: voltage, sizes and units</div>
          <Segments
            label="Practice"
            value={practice}
            options={[
              { value: '120', says: '120 V, AWG, ft' },
              { value: '230', says: '230 V, mm², m' },
            ]}
            onChange={setPractice}
          />
        </div>
        <Button look="strong" type="submit" disabled={title.trim() === '' || add.isPending}>
          Make the job
        </Button>
      </form>
    </Sheet>
  )
}

/** The title in a job file of any version. */
function titleIn(file: unknown): string {
  const inside = typeof file === 'object' && file !== null && 'document' in file ? file.document : file
  return typeof inside === 'object' && inside !== null && 'title' in inside ? String(inside.title) : 'job'
}

/** Brings a job file in. The server holds it against the format and says what is wrong with it. */
function ImportButton() {
  const input = useRef<HTMLInputElement>(null)
  const add = useAddJob(() => undefined)
  const read = async (file: File) => {
    try {
      const whole: unknown = JSON.parse(await file.text())
      add.mutate({ id: slug(titleIn(whole)), file: whole })
    } catch {
      toast.error(`${file.name} is not a job file: it is not JSON. Choose a file that Civil Lantern exported.`, {
        duration: 12_000,
      })
    }
  }
  return (
    <>
      <Button onClick={() => input.current?.click()}>Open a file</Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        aria-label="Job file"
        className="hidden"
        onChange={(e) => {
          const [file] = e.target.files ?? []
          if (file) void read(file)
          e.target.value = ''
        }}
      />
    </>
  )
}
