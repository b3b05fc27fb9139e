import type { Observable } from '../base/observable.ts'
import { EntryLog } from './entry-log.ts'
import { JobSession } from './job-session.ts'
import { editsIn, type Outbox } from './outbox.ts'
import { lookWhatWaits } from './waits.ts'

/** Jobs that this window has open: they send for themselves. */
const open = new Set<string>()

/** Says that this window has a job open, until what is answered is called. */
export function holdOpen(job: string): () => void {
  open.add(job)
  return () => void open.delete(job)
}

let sending = false

/**
 * Sends what waits of jobs that this window has not open: what was done in the cellar arrives though nobody opens that job
 * again. Where another window sends it first there is nothing left to send; what cannot be sent now stays.
 * @param notice told in words what happened to a job that nobody here did
 */
export async function sendLeftBehind(box: Outbox, notice: (says: string) => void): Promise<void> {
  if (sending) return
  sending = true
  try {
    for (const job of Object.keys(await lookWhatWaits(box))) if (!open.has(job)) await sendFor(box, job, notice)
  } finally {
    sending = false
    await lookWhatWaits(box)
  }
}

/** Opens a job as a window would, without one, until everything is sent or the server is not to be had. */
async function sendFor(box: Outbox, job: string, notice: (says: string) => void): Promise<void> {
  const { things } = await box.look(job)
  if (editsIn(things).length > 0) {
    const session = await JobSession.open(job, box).catch(() => undefined)
    if (!session) return
    session.notice = (says) => notice(`${session.state().document.title}: ${says}`)
    await until(session, ({ save }) => save !== 'saving')
    const sent = session.state().save === 'saved'
    session.close()
    if (!sent) return
  }
  const log = await EntryLog.open(job, box)
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
