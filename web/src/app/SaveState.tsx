import { format } from 'date-fns'
import { Check, CloudOff, RefreshCw } from 'lucide-react'
import { useSession } from '../data/open-job.tsx'
import { usePhotosWaiting } from '../data/photos.ts'

/** Always in sight: is what I typed safe? */
export function SaveState() {
  const { save, savedAt, pending, waiting: unheard } = useSession()
  const photos = usePhotosWaiting(({ count }) => count)
  const waiting = unheard.size + photos
  const unsent = pending + waiting
  const [icon, says] =
    save === 'waiting' || (save === 'saved' && waiting > 0)
      ? [
          <CloudOff key="i" aria-hidden size={18} />,
          `${unsent} ${unsent === 1 ? 'entry waits' : 'entries wait'} for signal`,
        ]
      : save === 'saving'
        ? [<RefreshCw key="i" aria-hidden size={18} />, 'Saving']
        : [<Check key="i" aria-hidden size={18} />, savedAt ? `Saved ${format(savedAt, 'HH:mm')}` : 'Saved']
  return (
    <div
      role="status"
      aria-label="Save state"
      className="flex min-h-11 shrink-0 items-center gap-2 rounded-full border border-line bg-card px-3.5"
    >
      {icon}
      <span className="hidden whitespace-nowrap md:inline">{says}</span>
      <span className="sr-only md:hidden">{says}</span>
    </div>
  )
}
