import { setTimeout as pause } from 'node:timers/promises'
import { Refusal } from '../refusal.ts'

/** Milliseconds a write waits, one after the other, for another program to let go of the file: 8 s in all. */
const WAITS = [20, 50, 100, 200, ...Array<number>(15).fill(500)]

/** Says that another program has held the database for longer than anybody should wait. */
const held = () =>
  new Refusal(503, {
    code: 'store/held',
    where: '/',
    says: 'Another program holds the database; nothing was changed.',
    remedy: 'Close it, or wait until it has done. What you sent is sent again.',
  })

const isBusy = (error: unknown): boolean =>
  error instanceof Error &&
  (/SQLITE_BUSY|database is locked/.test(String((error as { code?: string }).code ?? error.message)) ||
    isBusy(error.cause))

/** Waits for the file while another program holds it, without holding up anybody who only reads. */
export class Turn {
  readonly #afresh: () => void | Promise<void>
  readonly #waits: readonly number[]
  #waiting = 0

  /**
   * @param afresh makes ready for another try
   * @param waits milliseconds to wait, one after the other
   */
  constructor(afresh: () => void | Promise<void>, waits: readonly number[] = WAITS) {
    this.#afresh = afresh
    this.#waits = waits
  }

  /** Is something waiting for another program at this moment? */
  get isHeld(): boolean {
    return this.#waiting > 0
  }

  /**
   * Does something that needs the file for itself, again and again until it has it.
   * @throws Refusal where it is held for too long; whatever the work throws that is not a held file
   */
  async take<T>(work: () => Promise<T>): Promise<T> {
    let waits = 0
    try {
      for (;;)
        try {
          return await work()
        } catch (error) {
          if (!isBusy(error)) throw error
          await this.#afresh()
          const wait = this.#waits[waits]
          if (wait === undefined) throw held()
          if (waits++ === 0) this.#waiting++
          await pause(wait)
        }
    } finally {
      if (waits > 0) this.#waiting--
    }
  }
}
