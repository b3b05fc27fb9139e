import { type Entry, entryInWords, type Job } from '@civil-lantern/core'
import { type NotTaken, useNotTaken } from '../data/not-taken.ts'
import { useSession } from '../data/open-job.tsx'
import { Button } from '../ui/controls.tsx'
import { Sheet } from '../ui/sheet.tsx'

const none: readonly NotTaken[] = []

/** What was done here and could not be taken, each to be read, sent again, or let go. */
export function NotTakenSheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { session, job } = useSession()
  const all = useNotTaken((by) => by[session.id] ?? none)
  return (
    <Sheet
      title="Not taken"
      says="This was done on this device and is not in the job. It lies here until you send it again or let it go."
      open={open}
      onOpenChange={onOpenChange}
    >
      <ul className="grid gap-3">
        {all.map((one) => (
          <li key={one.id} className="rounded-card border border-line p-3">
            <p className="wrap-break-word font-semibold">{inWords(one, job)}</p>
            <p className="wrap-break-word pt-0.5 pb-2.5 text-soft">{one.why}</p>
            <div className="flex flex-wrap gap-2">
              <Button onClick={() => session.sendAgain(one)}>Send it again</Button>
              <Button look="quiet" onClick={() => session.letGo(one)}>
                Let it go
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </Sheet>
  )
}

/** What it was, in words; what is of no form that is known, as it lies here. */
function inWords(one: NotTaken, job: Job): string {
  if (one.what === 'edit') return one.of.name
  try {
    return entryInWords(job, (one.of as Entry).body)
  } catch {
    return JSON.stringify(one.of)
  }
}
