import type { Around, State } from '../parts/kind.ts'

/** What a part looked at while it answered: the circuit, and what of the building; set by what it looks with. */
export type Looked = { circuit: boolean } & { -readonly [what in keyof Around]: boolean }

/**
 * When a part was last asked something, and what its answer hangs on: its own state, the circuit where it looked at it, and
 * what it noticed of the building. While none of that has changed it would answer the same, and need not be asked.
 */
export class Asked {
  #state: State | undefined
  #circuit: number | undefined
  #draw: number | undefined
  #flame: boolean | undefined
  #warming: number | undefined

  /** Does the last answer still stand? @param circuit how often the circuit has changed @param around what it notices now */
  stands(state: State, circuit: number, around: Around): boolean {
    return (
      this.#state === state &&
      (this.#circuit === undefined || this.#circuit === circuit) &&
      (this.#draw === undefined || this.#draw === around.draw) &&
      (this.#flame === undefined || this.#flame === around.flame) &&
      (this.#warming === undefined || this.#warming === around.warming)
    )
  }

  /** Asks, and remembers what was looked at. @param question the same for all of a kind: thousands are asked, and none is made for it */
  ask<A extends { readonly state: State; readonly around: Around; readonly looked: Looked }, T>(
    actor: A,
    circuit: number,
    question: (actor: A) => T,
  ): T {
    const { state, around, looked } = actor
    looked.circuit = looked.draw = looked.flame = looked.warming = false
    const answer = question(actor)
    this.#state = state
    this.#circuit = looked.circuit ? circuit : undefined
    this.#draw = looked.draw ? around.draw : undefined
    this.#flame = looked.flame ? around.flame : undefined
    this.#warming = looked.warming ? around.warming : undefined
    return answer
  }

  forget() {
    this.#state = undefined
  }
}
