import { format } from 'date-fns'
import { useSession } from '../data/open-job.tsx'

/** What stands at the head of every printed page: the job, the day, and how its lines are to be read. */
export function PrintHead() {
  const { job } = useSession()
  return (
    <header className="hidden border-ink border-b-2 pb-2 print:block">
      <div className="flex items-baseline justify-between gap-6">
        <strong className="text-xl">{job.title}</strong>
        <span>{format(new Date(), 'd MMM yyyy, HH:mm')}</span>
      </div>
      <p>{[job.task, job.site.address].filter(Boolean).join(', ')}</p>
      <p className="text-[13px]">
        Lines: low voltage single, line voltage double with teeth, signal beaded, call loop thin on a pale bed. Shaded:
        at potential at the moment shown. Local code and licensed practice come first.
      </p>
    </header>
  )
}
