import { type Entry, labelOf, type Pin, takenBack } from '@civil-lantern/core'
import { useSession } from '../../../data/open-job.tsx'
import { PhotoButton } from '../../log/PhotoSheet.tsx'
import { Picture } from '../../log/Picture.tsx'

/** What was photographed of a part, or given with it, the latest first. */
export function picturesOf(entries: readonly Entry[], part: string): Entry[] {
  const gone = takenBack(entries)
  return entries.filter(({ id, body }) => body.kind === 'photo' && body.of === part && !gone.has(id)).toReversed()
}

/** The photos and leaflets of one part, with what was pinned on them: there to be read while its conductors are written down. */
export function Pictured({ part, take = true }: { part: string; take?: boolean }) {
  const { session, found, entries } = useSession()
  const pictures = picturesOf(entries, part)
  if (pictures.length === 0 && !take) return null
  return (
    <div className={`grid justify-items-start gap-2 ${take ? 'px-4 pb-2' : ''}`}>
      {pictures.map(({ id, body }) => {
        const pins = body.pins as readonly Pin[]
        const says = String(body.text) || labelOf(found.job, part)
        return (
          <figure key={id} className="grid justify-items-start gap-1">
            <Picture job={session.id} file={String(body.file)} pins={pins} says={says} paper={body.paper === 'pdf'} />
            <figcaption className="text-soft leading-snug">
              {[body.text, ...pins.map((pin, i) => `${i + 1} ${pin.says}`)].filter(Boolean).join('; ')}
            </figcaption>
          </figure>
        )
      })}
      {take && <PhotoButton of={part} />}
    </div>
  )
}
