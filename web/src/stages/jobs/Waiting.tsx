import { CloudOff, TriangleAlert } from 'lucide-react'
import { useEffect } from 'react'
import { outbox } from '../../data/browser-outbox.ts'
import { lookNotTaken, useNotTaken } from '../../data/not-taken.ts'
import { useWaits } from '../../data/waits.ts'

/** What of a job was done on this device and has not arrived, or was not taken; nothing where all has. */
export function Waiting({ job }: { job: string }) {
  const count = useWaits((all) => all[job] ?? 0)
  const refused = useNotTaken((all) => all[job]?.length ?? 0)
  useEffect(() => void lookNotTaken(outbox, job), [job])
  return (
    <>
      {count > 0 && (
        <p className="mt-1 flex items-center gap-2 font-semibold">
          <CloudOff aria-hidden size={18} />
          {count === 1 ? 'One thing done here waits to be sent' : `${count} things done here wait to be sent`}
        </p>
      )}
      {refused > 0 && (
        <p className="mt-1 flex items-center gap-2 font-semibold text-bad">
          <TriangleAlert aria-hidden size={18} />
          {refused === 1 ? 'One thing done here was not taken' : `${refused} things done here were not taken`}
        </p>
      )}
    </>
  )
}
