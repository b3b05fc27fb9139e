import { useState } from 'react'
import { useSession } from '../data/open-job.tsx'
import { Button } from '../ui/controls.tsx'
import { Sheet } from '../ui/sheet.tsx'

/** Asked once on a device, when something is first written down: whose name stands beside it? */
export function WhoSheet() {
  const { session, asksWho } = useSession()
  const [name, setName] = useState('')
  return (
    <Sheet
      title="Whose hands are these?"
      says="Your name stands beside everything you write down here. It is asked once on this device."
      open={asksWho}
      onOpenChange={(open) => !open && session.notCalled()}
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim()) session.called(name.trim())
        }}
      >
        <label>
          <span className="mb-1 block text-soft">Name or initials</span>
          <input
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
            className="min-h-12 w-full rounded-control border border-line bg-paper px-3"
          />
        </label>
        <Button look="strong" type="submit" disabled={name.trim() === ''}>
          Go on
        </Button>
      </form>
    </Sheet>
  )
}
