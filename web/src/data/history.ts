import type { Edit, Settings, Supposition } from '@civil-lantern/core'
import { shelf } from '../base/shelf.ts'

/** What somebody tries on a job: theirs alone, in nobody else's window. */
export interface Tried {
  readonly supposed: readonly Supposition[]
  readonly hands: Settings
}

/** One thing done, that can be undone: an edit, a trial, or something written down. */
export type Step =
  | { readonly is: 'edit'; readonly name: string; readonly edit: Edit }
  | { readonly is: 'trial'; readonly name: string; readonly before: Tried; readonly after: Tried }
  | { readonly is: 'entry'; readonly name: string; readonly ids: readonly string[] }

const LONGEST = 60

/** One stack of steps for a person and a job, whatever they are of; kept with the browser. */
export class History {
  readonly #key: string
  #done: readonly Step[]
  #undone: readonly Step[]

  constructor(jobId: string) {
    this.#key = `history:${jobId}`
    const kept = shelf.get<{ done: Step[]; undone: Step[] }>(this.#key)
    this.#done = kept?.done ?? []
    this.#undone = kept?.undone ?? []
  }

  get undo(): Step | undefined {
    return this.#done.at(-1)
  }

  get redo(): Step | undefined {
    return this.#undone.at(-1)
  }

  did(step: Step) {
    const last = this.#done.at(-1)
    // A dial that is turned on is one step from where it began.
    const on = step.is === 'trial' && last?.is === 'trial' && last.name === step.name
    const done = on ? [...this.#done.slice(0, -1), { ...step, before: last.before }] : [...this.#done, step]
    this.#done = done.slice(-LONGEST)
    this.#undone = []
    this.#keep()
  }

  /** The last step has been undone, by this one. */
  undid(by: Step) {
    this.#done = this.#done.slice(0, -1)
    this.#undone = [...this.#undone, by]
    this.#keep()
  }

  /** The last undone step has been done again, by this one. */
  redid(by: Step) {
    this.#undone = this.#undone.slice(0, -1)
    this.#done = [...this.#done, by]
    this.#keep()
  }

  #keep() {
    shelf.put(this.#key, { done: this.#done, undone: this.#undone })
  }
}
