import { useQueryClient } from '@tanstack/react-query'
import { formatDistanceToNow } from 'date-fns'
import { Ellipsis } from 'lucide-react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import { api, type JobRow, type Shelf } from '../../data/api.ts'
import { download } from '../../ui/download.ts'
import { Lamp } from '../../ui/Lamp.tsx'
import { Menu, MenuItem, MenuLine } from '../../ui/menu.tsx'
import { stages } from '../stages.ts'
import { slug, useAddJob } from './add-job.ts'

const tones = { fault: 'text-bad', well: 'text-ok', neutral: 'text-ink' }

/** One job as it stands: its lamps, its sentence, the last thing written down. */
export function JobCard({ job }: { job: JobRow }) {
  const { summary } = job
  return (
    <article className="relative rounded-card border border-line bg-card p-4 hover:border-soft">
      <div className="flex items-start gap-3">
        <div className="min-w-0 grow">
          <h2 className="line-clamp-2 text-lg font-bold leading-snug">
            <Link to={`/jobs/${job.id}`} className="after:absolute after:inset-0 after:rounded-card" title={job.title}>
              {job.title}
            </Link>
          </h2>
          <p className="truncate text-soft">{job.task || 'No task written down'}</p>
        </div>
        <span className="shrink-0 pt-0.5 text-soft">
          {job.zones} {job.zones === 1 ? 'zone' : 'zones'}, {job.practice} V
        </span>
        <JobMenu job={job} />
      </div>
      {summary ? (
        <>
          <ol className="mt-2.5 flex justify-between gap-1 border-soft border-t-2" aria-label="Stages">
            {stages.map(({ id, name }) => {
              const { at, share, findings } = summary.stages[id]
              return (
                <li key={id} className="-mt-0.5 flex min-w-0 flex-col items-center">
                  <Lamp
                    hung={false}
                    at={at}
                    findings={findings}
                    here={id === summary.here}
                    {...(share === undefined ? {} : { share })}
                  />
                  <span
                    className={`text-[15px] max-sm:sr-only ${id === summary.here ? 'font-bold text-ink' : 'text-soft'}`}
                  >
                    {name}
                    <span className="sr-only">
                      : {at === 'untouched' ? 'not begun' : at}
                      {findings > 0 ? `, findings ${findings}` : ''}
                    </span>
                  </span>
                </li>
              )
            })}
          </ol>
          <p className={`mt-2 line-clamp-2 font-semibold ${tones[summary.tone]}`}>{summary.says}</p>
        </>
      ) : (
        <p role="alert" className="mt-3 font-semibold text-bad">
          This job cannot be read. The others are not touched by it.
        </p>
      )}
      <p className="mt-1 truncate text-soft">
        {summary?.last
          ? `${summary.last.by || 'Somebody'}, ${ago(summary.last.at)}: ${summary.last.says}`
          : `Changed ${ago(job.updatedAt)}`}
      </p>
    </article>
  )
}

const ago = (at: string) => formatDistanceToNow(new Date(at), { addSuffix: true })

/** What can be done with a whole job. Nothing here wipes anything: what is taken out can be brought back. */
function JobMenu({ job }: { job: JobRow }) {
  const queries = useQueryClient()
  const add = useAddJob(() => toast('Copied: the survey and the plan. What was seen on the wall stays with the first.'))
  const failed = (error: Error) => toast.error(error.message, { duration: 12_000 })
  const lay = async (shelf: Shelf, says: string, undone: Shelf) => {
    await api.layJob(job.id, shelf)
    await queries.invalidateQueries({ queryKey: ['jobs'] })
    toast(says, {
      duration: 10_000,
      action: {
        label: 'Undo',
        onClick: () => void api.layJob(job.id, undone).then(() => queries.invalidateQueries({ queryKey: ['jobs'] })),
      },
    })
  }
  const move = (shelf: Shelf, says: string) => void lay(shelf, says, job.shelf).catch(failed)
  const copy = async () => {
    const { document } = await api.job(job.id)
    const title = `${document.title.slice(0, 73)}, copy`
    add.mutate({ id: slug(title), document: { ...document, title, before: null } })
  }
  const save = async () =>
    download(`${job.id}.lantern.json`, JSON.stringify(await api.jobFile(job.id), null, 2), 'application/json')
  return (
    <Menu
      label={`More for ${job.title}`}
      trigger={<Ellipsis aria-hidden size={20} />}
      className="relative z-10 -mt-2 -mr-2 grid size-11 shrink-0 place-items-center rounded-control hover:bg-well"
    >
      <MenuItem does={() => void copy().catch(failed)}>Copy</MenuItem>
      <MenuItem does={() => void save().catch(failed)}>Save as a file</MenuItem>
      <MenuLine />
      {job.shelf !== 'open' && (
        <MenuItem does={() => move('open', `${job.title} is back on the board.`)}>Bring back</MenuItem>
      )}
      {job.shelf !== 'away' && <MenuItem does={() => move('away', `${job.title} is put away.`)}>Put away</MenuItem>}
      {job.shelf !== 'out' && <MenuItem does={() => move('out', `${job.title} is taken out.`)}>Take out</MenuItem>}
    </Menu>
  )
}
