import { useEffect, useRef } from 'react'
import { useLocation } from 'react-router'
import { useSession } from '../data/open-job.tsx'
import { goneTo } from '../data/presence.ts'
import { placeIn } from '../stages/scheme/places.ts'

/** Where in the job the window is, by its address. */
export function usePlace(): { stage: string | undefined; view: string | undefined } {
  const [, , , stage, view] = useLocation().pathname.split('/')
  return { stage, view }
}

/**
 * Whoever cannot see a change of place hears of it: the window is named after the place, and the focus goes to its
 * heading. Not on the first place, where the browser announces the page itself, and not where the focus stayed in the
 * work (a view switch keeps its button).
 */
export function useAnnouncedPlace(): void {
  const { stage, view } = usePlace()
  const { job, session } = useSession()
  const place = placeIn(stage, view)
  const before = useRef(place)
  useEffect(() => {
    document.title = `${place}: ${job.title} · Civil Lantern`
  }, [place, job.title])
  useEffect(() => goneTo(session.id, place), [session.id, place])
  useEffect(() => {
    if (before.current === place) return
    before.current = place
    if (document.activeElement !== null && document.activeElement !== document.body) return
    document.querySelector<HTMLElement>('#stage h1')?.focus()
  }, [place])
}
