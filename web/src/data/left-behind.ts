import type { Observable } from '../base/observable.ts'
import { shelf } from '../base/shelf.ts'
import { EntryLog } from './entry-log.ts'
import { JobSession } from './job-session.ts'
import { lookWhatWaits } from './waits.ts'

/** Jobs that this window has open: they send for themselves. */
const open = new Set<string>()

/** What a window that has a job open holds; whoever would send for the job sees it by that. */
const lockOf = (job: string) => `lantern:open:${job}`

/** Says that this window has a job open, until what is answered is called. */
export function holdOpen(job: string): () => void {
  open.add(job)
  let shut = false
  let release: () => void = () => undefined
  // Over plain http there are no locks; then another window may send the same a second time, which changes nothing.
  void navigator.locks?.request(lockOf(job), { mode: 'shared' }, () =>
    // Somebody who sends for the job may hold it so long that the job is shut here before it comes.
    shut ? undefined : new Promise<void>((done) => (release = done)),
  )
  return () => {
    shut = true
    open.delete(job)
    release()
  }
}

let sending = false

/**
 * Sends what waits of jobs that no window of this browser has open: what was done in the cellar arrives though nobody opens
 * that job again. One window at a time does it; what cannot be sent now stays.
 * @param notice told in words what happened to a job that nobody here did
 */
export async function sendLeftBehind(notice: (says: string) => void): Promise<void> {
  if (sending) return
  sending = true
  try {
    for (const job of Object.keys(lookWhatWaits())) {
      if (open.has(job)) continue
      const send = () => sendFor(job, notice)
      if (!navigator.locks) await send()
      else await navigator.locks.request(lockOf(job), { ifAvailable: true }, (lock) => (lock ? send() : undefined))
    }
  } finally {
    sending = false
    lookWhatWaits()
  }
}

/** Opens a job as a window would, without one, until everything is sent or the server is not to be had. */
async function sendFor(job: string, notice: (says: string) => void): Promise<void> {
  if (shelf.get(`waits:${job}`) !== undefined) {
    const session = await JobSession.open(job).catch(() => undefined)
    if (!session) return
    session.notice = (says) => notice(`${session.state().document.title}: ${says}`)
    await until(session, ({ save }) => save !== 'saving')
    const sent = session.state().save === 'saved'
    session.close()
    if (!sent) return
  }
  const log = new EntryLog(job)
  log.notice = notice
  await until(log, ({ sent }) => sent !== 'going')
  log.close()
}

/** Waits until something that can be observed stands as wished. */
const until = <S>(observed: Observable<S>, wished: (state: S) => boolean): Promise<void> =>
  new Promise((done) => {
    let leave: () => void = () => undefined
    const look = () => {
      if (!wished(observed.state())) return
      leave()
      done()
    }
    leave = observed.subscribe(look)
    look()
  })
