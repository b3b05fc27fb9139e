import { type Entry, entryInWords, type Job } from '@civil-lantern/core'
import { useState } from 'react'
import { mendableIn, mended } from '../data/mendable.ts'
import { type NotTaken, useNotTaken } from '../data/not-taken.ts'
import { useSession } from '../data/open-job.tsx'
import { Button } from '../ui/controls.tsx'
import { Sheet } from '../ui/sheet.tsx'

const none: readonly NotTaken[] = []

/** What was done here and could not be taken, each to be read, written otherwise, sent again, or let go. */
export function NotTakenSheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { session } = useSession()
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
          <One key={one.id} one={one} />
        ))}
      </ul>
    </Sheet>
  )
}

function One({ one }: { one: NotTaken }) {
  const { session, job } = useSession()
  const [now, setNow] = useState<NotTaken>()
  const [wrong, setWrong] = useState<string>()
  const fields = mendableIn(one)
  return (
    <li className="rounded-card border border-line p-3">
      <p className="wrap-break-word font-semibold">{inWords(now ?? one, job)}</p>
      <p className="wrap-break-word pt-0.5 pb-2.5 text-soft">{one.why}</p>
      {now && (
        <div className="grid gap-2 pb-3">
          {fields.map((field) => (
            <label key={field.path.join('/')} className="block">
              <span className="block text-soft">{field.name}</span>
              <input
                defaultValue={field.value}
                onChange={({ target: { value } }) => {
                  const next = mended(now, field, value)
                  setWrong(next ? undefined : `${field.name} wants a figure.`)
                  if (next) setNow(next)
                }}
                className="min-h-11 w-full rounded-control border border-line bg-paper px-3"
              />
            </label>
          ))}
          {wrong && (
            <p role="alert" className="text-bad">
              {wrong}
            </p>
          )}
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => session.sendAgain(now ?? one)} disabled={wrong !== undefined}>
          {now ? 'Send it so' : 'Send it again'}
        </Button>
        {!now && fields.length > 0 && <Button onClick={() => setNow(one)}>Write it otherwise</Button>}
        <Button look="quiet" onClick={() => session.letGo(one)}>
          Let it go
        </Button>
      </div>
    </li>
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
