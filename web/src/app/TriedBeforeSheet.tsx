import { suppositionInWords } from '@civil-lantern/core'
import { useState } from 'react'
import { api } from '../data/api.ts'
import { useSession } from '../data/open-job.tsx'
import { Button } from '../ui/controls.tsx'
import { Sheet } from '../ui/sheet.tsx'

/** Breaks and lifted leads that an older version kept in the job itself: the first person to open it says what they were. */
export function TriedBeforeSheet() {
  const { session, job, tried } = useSession()
  const before = session.session.triedBefore
  const [open, setOpen] = useState(before !== null)
  if (!before) return null
  const done = () => {
    setOpen(false)
    void api.settleTried(session.id)
  }
  const trial = () => {
    session.try(
      { supposed: [...tried.supposed, ...before.supposed], hands: { ...tried.hands, ...before.hands } },
      'What was tried before',
    )
    if (before.supposed.length > 0) session.show('tried')
    done()
  }
  const onWall = () => {
    session.enter(
      before.supposed.map((is) => {
        const lift = /^(wire:.+)\/lifted$/.exec(is.id)?.[1]
        return lift ? { kind: 'action', does: 'lift', of: lift } : { kind: 'seen', what: 'condition', is, so: true }
      }),
      'What was tried before is so on the wall',
    )
    done()
  }
  return (
    <Sheet
      title="Was this tried, or is it so?"
      says="This job was kept by an older version, which did not tell trials from the wall."
      open={open}
      onOpenChange={setOpen}
    >
      <ul className="list-disc space-y-1 pb-3 pl-5">
        {before.supposed.map((one) => (
          <li key={one.id}>{suppositionInWords(job, one)}</li>
        ))}
        {Object.keys(before.hands).length > 0 && <li>Thermostats were left calling</li>}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button look="strong" onClick={onWall} disabled={before.supposed.length === 0}>
          It is so on the wall
        </Button>
        <Button onClick={trial}>It was a trial</Button>
        <Button look="quiet" onClick={done}>
          Drop it
        </Button>
      </div>
    </Sheet>
  )
}
