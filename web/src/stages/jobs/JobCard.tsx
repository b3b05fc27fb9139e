import { intlFormatDistance } from 'date-fns'
import { Ellipsis } from 'lucide-react'
import { lazy, Suspense, useState } from 'react'
import { Link } from 'react-router'
import type { JobRow } from '../../data/api.ts'
import { Lamp } from '../../ui/Lamp.tsx'
import { stages } from '../stages.ts'
import { moreLooks } from './more-looks.ts'
import { Waiting } from './Waiting.tsx'

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
        <More job={job} />
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
      <Waiting job={job.id} />
      <p className="mt-1 truncate text-soft">
        {summary?.last
          ? `${summary.last.by || 'Somebody'}, ${ago(summary.last.at)}: ${summary.last.says}`
          : `Changed ${ago(job.updatedAt)}`}
      </p>
    </article>
  )
}

const ago = (at: string) => intlFormatDistance(new Date(at), new Date(), { locale: 'en' })

/** Menus come with the first of them that is wanted: the cards stand there before. */
const JobMenu = lazy(() => import('./JobMenu.tsx').then(({ JobMenu }) => ({ default: JobMenu })))

/** The button of a job's menu; pressed before the menu is there, it opens once it is. */
function More({ job }: { job: JobRow }) {
  const [asked, setAsked] = useState(false)
  const button = (
    <button
      type="button"
      aria-label={`More for ${job.title}`}
      aria-haspopup="menu"
      onClick={() => setAsked(true)}
      className={moreLooks}
    >
      <Ellipsis aria-hidden size={20} />
    </button>
  )
  if (!asked) return button
  return (
    <Suspense fallback={button}>
      <JobMenu job={job} />
    </Suspense>
  )
}
