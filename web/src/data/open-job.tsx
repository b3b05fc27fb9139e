import { useQueryClient } from '@tanstack/react-query'
import { createContext, type ReactNode, useContext, useEffect, useState, useSyncExternalStore } from 'react'
import { toast } from 'sonner'
import { BenchClient, type BenchState } from '../workers/bench-client.ts'
import { JudgeClient, type JudgeState } from '../workers/judge-client.ts'
import type { StoredEntry } from './api.ts'
import { EntryQueue } from './entry-queue.ts'
import { JobSession, type SessionState } from './job-session.ts'
import { useWorkspace } from './workspace.ts'

interface OpenJob {
  readonly session: JobSession
  readonly bench: BenchClient
  readonly entries: EntryQueue
  readonly judge: JudgeClient
}

const Context = createContext<OpenJob | undefined>(undefined)

type Opening = { at: 'opening' } | { at: 'failed'; why: string } | { at: 'open'; session: JobSession }

/** Opens a job for everything below: its document, its bench and its log. */
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
  const queries = useQueryClient()
  useEffect(() => {
    let wanted = true
    let opened: JobSession | undefined
    setOpening({ at: 'opening' })
    useWorkspace.getState().clear()
    JobSession.open(id).then(
      (session) => {
        opened = session
        if (wanted) setOpening({ at: 'open', session })
        else session.close()
      },
      (error: unknown) => {
        const why = error instanceof Error ? error.message : String(error)
        if (wanted) setOpening({ at: 'failed', why })
      },
    )
    return () => {
      wanted = false
      opened?.close()
    }
  }, [id])
  const [bench, setBench] = useState<BenchClient>()
  useEffect(() => {
    const made = new BenchClient(id)
    setBench(made)
    return made.close
  }, [id])
  const [judge, setJudge] = useState<JudgeClient>()
  useEffect(() => {
    const made = new JudgeClient()
    setJudge(made)
    return made.close
  }, [])
  const [entries, setEntries] = useState<EntryQueue>()
  useEffect(() => {
    const sent = (all: StoredEntry[]) => queries.setQueryData(['entries', id], all)
    const made = new EntryQueue(id, sent, (says) => toast.error(says))
    setEntries(made)
    return made.close
  }, [id, queries])
  if (opening.at === 'failed') return failed(opening.why)
  if (opening.at === 'opening' || !bench || !entries || !judge) return null
  return (
    <Context value={{ session: opening.session, bench, entries, judge }}>
      <Bridge session={opening.session} bench={bench} />
      {children}
    </Context>
  )
}

/** Puts every new version of the document on the bench. */
function Bridge({ session, bench }: { session: JobSession; bench: BenchClient }) {
  const { job } = useSyncExternalStore(session.subscribe, session.state)
  useEffect(() => {
    session.notice = (says) => toast(says)
  }, [session])
  useEffect(() => {
    void bench.open(job)
  }, [bench, job])
  return null
}

export function useOpenJob(): OpenJob {
  const open = useContext(Context)
  if (!open) throw new Error('no job is open here')
  return open
}

export function useSession(): SessionState & { session: JobSession } {
  const { session } = useOpenJob()
  return { session, ...useSyncExternalStore(session.subscribe, session.state) }
}

export function useBench(): BenchState & { bench: BenchClient } {
  const { bench } = useOpenJob()
  return { bench, ...useSyncExternalStore(bench.subscribe, bench.state) }
}

export function useWaitingEntries(): readonly StoredEntry[] {
  const { entries } = useOpenJob()
  return useSyncExternalStore(entries.subscribe, entries.waiting)
}

export function useJudge(): JudgeState & { judge: JudgeClient } {
  const { judge } = useOpenJob()
  return { judge, ...useSyncExternalStore(judge.subscribe, judge.state) }
}
