import { type Job, rewireBy, type Scheme, wireBy } from '@civil-lantern/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { newId } from '../../base/shelf.ts'
import { useSession } from '../../data/open-job.tsx'

/** Wires a job by a way, at once where nothing is wired yet, after a question where something is; then to the circuit. */
export function useWiring(job: Job) {
  const { session, found } = useSession()
  // What hangs keeps the numbers that are written on it.
  const hangs = Object.keys(found.job.parts).length > 0
  const navigate = useNavigate()
  const [asked, setAsked] = useState<Scheme>()
  const wired = Object.keys(job.wires).length > 0
  const wire = (scheme: Scheme, keep: boolean) => {
    const made = keep ? rewireBy(job, scheme, newId(), hangs) : wireBy(job, scheme, newId(), hangs)
    if (made) session.take(made.edit)
    toast(!wired ? 'Wired.' : made ? 'Wired again. Undo brings the old wiring back.' : 'It is wired so already.')
    setAsked(undefined)
    void navigate(`/jobs/${session.id}/scheme/loops`)
  }
  const ask = (scheme: Scheme) => (wired ? setAsked(scheme) : wire(scheme, false))
  return { wired, hangs, wire, asked, ask, close: () => setAsked(undefined) }
}
