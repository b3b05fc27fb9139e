import { createContext, type ReactNode, useContext, useEffect, useState, useSyncExternalStore } from 'react'
import { toast } from 'sonner'
import { BenchClient, type BenchState } from '../workers/bench-client.ts'
import { JudgeClient, type JudgeState } from '../workers/judge-client.ts'
import { outbox } from './browser-outbox.ts'
import { Desk } from './desk.ts'
import type { DeskState } from './desk-state.ts'
import { EntryLog } from './entry-log.ts'
import { JobSession } from './job-session.ts'
import { KeptJob } from './kept-entries.ts'
import { holdOpen } from './left-behind.ts'
import { presentAs, tellWhere, usePresence } from './presence.ts'
import { roomNow, warnsOf } from './room.ts'
import { useWorkspace } from './workspace.ts'

interface OpenJob {
  readonly desk: Desk
  readonly bench: BenchClient
  readonly judge: JudgeClient
}

const Context = createContext<OpenJob | undefined>(undefined)

type Opening = { at: 'opening' } | { at: 'failed'; why: string } | { at: 'open'; open: OpenJob }

/** Opens a job for everything below: its document, its entries, its bench and its judge. */
export function JobProvider({
  id,
  children,
  failed,
}: {
  id: string
  children: ReactNode
  failed: (why: string) => ReactNode
}) {
  const [opening, setOpening] = useState<Opening>({ at: 'opening' })
  useEffect(() => {
    let wanted = true
    let opened: OpenJob | undefined
    let leave: () => void = () => undefined
    const shut = holdOpen(id)
    setOpening({ at: 'opening' })
    useWorkspace.getState().clear()
    // The bench is a program of its own to fetch and to begin: it does so while the job is fetched.
    const bench = new BenchClient()
    const kept = new KeptJob(id)
    const log = kept.get().then((had) => EntryLog.open(id, outbox, { keeper: kept, kept: had }))
    Promise.all([JobSession.open(id, outbox), log]).then(
      ([session, log]) => {
        const desk = new Desk(session, log)
        if (!wanted) return desk.close()
        opened = { desk, bench, judge: new JudgeClient() }
        leave = listen(id, () => {
          session.look()
          void desk.log.look()
        })
        desk.notice = session.notice = (says) => void toast(says)
        desk.log.notice = (says) => void toast.error(says)
        desk.stand = bench.stand
        setOpening({ at: 'open', open: opened })
        void roomNow().then((room) => {
          const warns = warnsOf(room)
          if (warns) toast.error(warns)
        })
      },
      (error: unknown) => {
        bench.close()
        const why = error instanceof Error ? error.message : String(error)
        if (wanted) setOpening({ at: 'failed', why })
      },
    )
    return () => {
      wanted = false
      leave()
      shut()
      bench.close()
      opened?.desk.close()
      opened?.judge.close()
    }
  }, [id])
  if (opening.at === 'failed') return failed(opening.why)
  if (opening.at === 'opening') return null
  return (
    <Context value={opening.open}>
      <Bridge {...opening.open} />
      {children}
    </Context>
  )
}

/**
 * Hears at once that somebody has changed the job. A browser has few connections to one host, so only a window that is seen
 * holds one; where the stream does not hold, the looks every few seconds go on.
 */
function listen(id: string, changed: () => void): () => void {
  let stream: EventSource | undefined
  const heed = () => {
    const seen = document.visibilityState === 'visible'
    if (seen && !stream) {
      stream = new EventSource(`/api/jobs/${id}/live?${presentAs()}`)
      stream.addEventListener('open', () => tellWhere(id))
      stream.addEventListener('here', ({ data }) => usePresence.getState().heard(JSON.parse(data)))
      stream.addEventListener('changed', changed)
    } else if (!seen) {
      stream?.close()
      stream = undefined
    }
  }
  heed()
  document.addEventListener('visibilitychange', heed)
  return () => {
    document.removeEventListener('visibilitychange', heed)
    stream?.close()
    usePresence.getState().heard([])
  }
}

/** Puts whatever circuit is shown on the bench. */
function Bridge({ desk, bench }: OpenJob) {
  const { circuit } = useSyncExternalStore(desk.subscribe, desk.state)
  useEffect(() => {
    void bench.open(circuit)
  }, [bench, circuit])
  return null
}

export function useOpenJob(): OpenJob {
  const open = useContext(Context)
  if (!open) throw new Error('no job is open here')
  return open
}

/** The desk and how it stands; `job` is the job with the circuit that is shown. */
export function useSession(): DeskState & { session: Desk } {
  const { desk } = useOpenJob()
  return { session: desk, ...useSyncExternalStore(desk.subscribe, desk.state) }
}

export function useBench(): BenchState & { bench: BenchClient } {
  const { bench } = useOpenJob()
  return { bench, ...useSyncExternalStore(bench.subscribe, bench.state) }
}

/**
 * One thing of how the bench stands. While valves travel the bench tells of something new twelve times a second; whoever
 * wants one thing is drawn anew only when that is another, and no fresh object may be made of it here.
 *
 * @example
 * const findings = useBenchPart(({ snapshot }) => snapshot?.findings)
 */
export function useBenchPart<T>(select: (state: BenchState) => T): T {
  const { bench } = useOpenJob()
  return useSyncExternalStore(bench.subscribe, () => select(bench.state()))
}

export function useJudge(): JudgeState & { judge: JudgeClient } {
  const { judge } = useOpenJob()
  return { judge, ...useSyncExternalStore(judge.subscribe, judge.state) }
}
