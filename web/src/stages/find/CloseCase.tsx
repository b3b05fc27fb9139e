import type { Entry } from '@civil-lantern/core'
import { useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'

/** The complaint is over: by what it was, or by itself. */
export function CloseCase({ complaint, cause }: { complaint: Entry; cause?: string }) {
  const { session } = useSession()
  const [typed, setTyped] = useState<string>()
  const says = typed ?? cause ?? ''
  return (
    <Card title="Every zone heats again?">
      <form
        className="flex flex-wrap items-end gap-2 px-4 pt-1 pb-3"
        onSubmit={(event) => {
          event.preventDefault()
          session.enter(
            [
              {
                kind: 'case',
                does: 'closed',
                complaint: complaint.body.complaint,
                ...(says.trim() ? { cause: says.trim() } : {}),
              },
            ],
            'Close the complaint',
          )
        }}
      >
        <label className="min-w-56 grow">
          <span className="block text-soft">What it was</span>
          <input
            value={says}
            maxLength={400}
            onChange={(event) => setTyped(event.target.value)}
            className="min-h-12 w-full rounded-control border border-soft bg-paper px-3"
          />
        </label>
        <Button type="submit">Close the complaint</Button>
      </form>
    </Card>
  )
}
