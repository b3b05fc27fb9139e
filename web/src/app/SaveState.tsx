import { format } from 'date-fns'
import { Check, CloudOff, RefreshCw, TriangleAlert } from 'lucide-react'
import { type ReactNode, useEffect, useState } from 'react'
import { lookNotTaken, useNotTaken } from '../data/not-taken.ts'
import { useSession } from '../data/open-job.tsx'
import { usePhotosWaiting } from '../data/photos.ts'
import { NotTakenSheet } from './NotTakenSheet.tsx'

/** Always in sight: is what I typed safe? Where something was not taken, it is one press away. */
export function SaveState() {
  const { session, save, savedAt, pending, waiting, sent } = useSession()
  const photos = usePhotosWaiting(({ count }) => count)
  const refused = useNotTaken((all) => all[session.id]?.length ?? 0)
  const [shown, setShown] = useState(false)
  useEffect(() => {
    const look = () => void lookNotTaken(session.session.box, session.id)
    look()
    return session.session.box.changed(session.id, look)
  }, [session])
  // With the last of them gone the sheet is done with: what is refused anew does not open it by itself.
  useEffect(() => {
    if (refused === 0) setShown(false)
  }, [refused])
  const unsent = pending + waiting.size + photos
  const [icon, says]: [ReactNode, string] =
    save === 'waiting' || sent === 'failing' || (save === 'saved' && sent === 'all' && photos > 0)
      ? [
          <CloudOff key="i" aria-hidden size={18} />,
          `${unsent} ${unsent === 1 ? 'entry waits' : 'entries wait'} for signal`,
        ]
      : save === 'saving' || sent === 'going'
        ? [<RefreshCw key="i" aria-hidden size={18} />, 'Saving']
        : [<Check key="i" aria-hidden size={18} />, savedAt ? `Saved ${format(savedAt, 'HH:mm')}` : 'Saved']
  return (
    <>
      {refused > 0 && (
        <button
          type="button"
          onClick={() => setShown(true)}
          className="flex min-h-11 shrink-0 items-center gap-1.5 whitespace-nowrap rounded-full border border-bad bg-card px-3.5 font-semibold text-bad hover:bg-well"
        >
          <TriangleAlert aria-hidden size={18} />
          {refused}
          <span className="max-md:sr-only">not taken</span>
        </button>
      )}
      <div
        role="status"
        aria-label="Save state"
        className="flex min-h-11 shrink-0 items-center gap-2 rounded-full border border-line bg-card px-3.5"
      >
        {icon}
        <span className="hidden whitespace-nowrap md:inline">{says}</span>
        <span className="sr-only md:hidden">{says}</span>
      </div>
      <NotTakenSheet open={shown} onOpenChange={setShown} />
    </>
  )
}
