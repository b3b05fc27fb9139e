import { newId } from './shelf.ts'

/** Milliseconds after which a turn is taken from a window that has not said that it still lives. */
export const HELD = 6000
/** Milliseconds between two times a window says so. */
export const RENEWED = 2000
/** Milliseconds between two looks whether the turn is free. */
const AGAIN = 250
/** Milliseconds after which a lock is taken from a window that holds it: a phone may have put that to sleep in the middle. */
const ASLEEP = 20_000

/** Where windows write down whose turn it is. */
export interface Leases {
  /** Takes the turn for so long if it is free or the asker's own. Answers whether it was. */
  take(name: string, owner: string, now: number): Promise<boolean>
  leave(name: string, owner: string): Promise<void>
}

/** Windows of one browser, one after the other: by its locks, or where it has none (plain http) by a lease that is written down. */
export function inTurn<T>(name: string, work: () => Promise<T>, leases: Leases): Promise<T> {
  return navigator.locks ? byLock(navigator.locks, name, work) : byLease(leases, name, work)
}

async function byLock<T>(locks: LockManager, name: string, work: () => Promise<T>): Promise<T> {
  let done: Promise<T> | undefined
  // A lock that is taken away ends the request, not the work in it.
  const ask = (how: LockOptions) => locks.request(name, how, () => (done = work())).catch(() => undefined)
  await ask({ signal: AbortSignal.timeout(ASLEEP) })
  if (!done) await ask({ steal: true })
  return done ?? work()
}

async function byLease<T>(leases: Leases, name: string, work: () => Promise<T>): Promise<T> {
  const owner = newId()
  // A browser that keeps nothing has nothing to come to blows over.
  const take = () => leases.take(name, owner, Date.now()).catch(() => true)
  while (!(await take())) await new Promise((go) => setTimeout(go, AGAIN))
  const renewing = setInterval(() => void take(), RENEWED)
  try {
    return await work()
  } finally {
    clearInterval(renewing)
    await leases.leave(name, owner).catch(() => undefined)
  }
}
