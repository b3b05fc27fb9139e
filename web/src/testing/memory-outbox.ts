import type { StoredJob } from '../data/api.ts'
import { type Lying, latest, type Outbox, type Outgoing, type Tally } from '../data/outbox.ts'

/** A box as a browser has it, in memory: for tests, and for whoever keeps it in a file. Each `window()` of it is another window. */
export class MemoryBox {
  jobs: Record<string, StoredJob> = {}
  things: Record<string, Outgoing[]> = {}
  /** Is there no room for anything more? */
  full = false
  readonly #windows = new Set<{ readonly job: string; readonly of: object; readonly heard: () => void }>()
  readonly #turns = new Map<string, Promise<unknown>>()

  /** Called when something in it is another; whoever keeps the box does it here. */
  written: () => void = () => undefined

  /** What waits of a job, by id. */
  waits = (job: string): string[] =>
    latest(this.things[job] ?? [])
      .filter(({ why }) => why === undefined)
      .map(({ id }) => id)

  window(): Outbox {
    const self = {}
    const tell = (job: string) => {
      this.written()
      for (const one of this.#windows) if (one.job === job && one.of !== self) queueMicrotask(one.heard)
    }
    return {
      look: async (job): Promise<Lying> =>
        structuredClone({ job: this.jobs[job], things: latest(this.things[job] ?? []) }),
      put: async (job, things) => {
        if (this.full) throw new DOMException('there is no room', 'QuotaExceededError')
        this.things[job] = [...(this.things[job] ?? []), ...structuredClone(things)]
        tell(job)
      },
      settle: async (job, { is, gone = [] }) => {
        if (is && !this.full) this.jobs[job] = structuredClone(is)
        this.things[job] = (this.things[job] ?? []).filter(({ id }) => !gone.includes(id))
        tell(job)
      },
      tally: async (): Promise<Tally[]> =>
        [...new Set([...Object.keys(this.jobs), ...Object.keys(this.things)])].map((job) => ({
          job,
          document: this.jobs[job]?.document,
          waits: this.waits(job).length,
        })),
      changed: (job, heard) => {
        const one = { job, of: self, heard }
        this.#windows.add(one)
        return () => this.#windows.delete(one)
      },
      inTurn: (name, work) => {
        const turn = (this.#turns.get(name) ?? Promise.resolve()).then(work, work)
        this.#turns.set(name, turn)
        return turn
      },
    }
  }
}
