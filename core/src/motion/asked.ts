import type { State } from '../parts/kind.ts'

/** What a part looked at while it answered; set by what it looks with. */
export interface Looked {
  circuit: boolean
  around: boolean
}

/** How often the circuit and the building have changed. */
export interface Versions {
  readonly circuit: number
  readonly around: number
}

/**
 * When a part was last asked something, and what its answer hangs on: its own state, and the circuit or the building where
 * it looked at them. While none of that has changed it would answer the same, and need not be asked.
 */
export class Asked {
  #state: State | undefined
  #circuit: number | undefined
  #around: number | undefined

  /** Does the last answer still stand? */
  stands(state: State, { circuit, around }: Versions): boolean {
    return (
      this.#state === state &&
      (this.#circuit === undefined || this.#circuit === circuit) &&
      (this.#around === undefined || this.#around === around)
    )
  }

  /** Asks, and remembers what was looked at. */
  ask<T>(state: State, versions: Versions, looked: Looked, question: () => T): T {
    looked.circuit = false
    looked.around = false
    const answer = question()
    this.#state = state
    this.#circuit = looked.circuit ? versions.circuit : undefined
    this.#around = looked.around ? versions.around : undefined
    return answer
  }

  forget() {
    this.#state = undefined
  }
}
