import { useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { PhotoButton } from './PhotoSheet.tsx'

/** A note, kept with time and name. */
export function NoteField() {
  const { session } = useSession()
  const [text, setText] = useState('')
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        const words = text.trim()
        if (words) session.enter([{ kind: 'note', text: words }], 'Note', () => setText(''))
      }}
    >
      <input
        aria-label="A note for the log"
        placeholder="A note for the log"
        maxLength={4000}
        value={text}
        onChange={(e) => setText(e.target.value)}
        className="min-h-11 min-w-0 grow rounded-control border border-line bg-card px-3"
      />
      <PhotoButton />
      <Button type="submit" disabled={text.trim() === ''}>
        Keep
      </Button>
    </form>
  )
}
