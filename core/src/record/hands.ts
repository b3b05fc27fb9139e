import type { Settings } from '../motion/simulation.ts'
import type { StateValue } from '../parts/kind.ts'

/** A position, and the action that holds it there until its end; by itself where it was merely seen. */
interface Laid {
  readonly value: StateValue
  readonly held: string | undefined
}

/**
 * Where levers, switches, dials and calls stand, as one entry after another has it. What an action has moved lies over what
 * was seen before, and where the action ends that stands again.
 *
 * @example
 * const hands = new Hands()
 * hands.set('C1', 'out', 3)
 * hands.set('C1', 'out', 10, 'entry-7') // dialled up for a test
 * hands.letGo('entry-7') // dialled back: 3
 */
export class Hands {
  readonly #parts = new Map<string, Map<string, readonly Laid[]>>()

  /** @param held the entry of the action that moved it, which waits for its own end */
  set(part: string, state: string, value: StateValue, held?: string) {
    const states = this.#parts.get(part) ?? new Map<string, readonly Laid[]>()
    // Of what was merely seen the last counts.
    const under = (states.get(state) ?? []).filter((one) => held !== undefined || one.held !== undefined)
    states.set(state, [...under, { value, held }])
    this.#parts.set(part, states)
  }

  /** Takes away what an action held. */
  letGo(held: string) {
    for (const states of this.#parts.values())
      for (const [state, laid] of states)
        states.set(
          state,
          laid.filter((one) => one.held !== held),
        )
  }

  /** Nothing is known any more of one position. */
  forget(part: string, state: string) {
    this.#parts.get(part)?.delete(state)
  }

  /** What was merely seen of a part is so no more, of these states or of all; what an action holds waits for its end. */
  forgetSeen(part: string, of?: readonly string[]) {
    const states = this.#parts.get(part)
    for (const [state, laid] of states ?? [])
      if (!of || of.includes(state))
        states!.set(
          state,
          laid.filter(({ held }) => held !== undefined),
        )
  }

  /** Nothing is known any more of a part: another may hang there. */
  forgetPart(part: string) {
    this.#parts.delete(part)
  }

  /** Parts of which something is known. */
  get parts(): Iterable<string> {
    return this.#parts.keys()
  }

  /** How everything stands, of the parts that are there. */
  of(parts: Readonly<Record<string, unknown>>): Settings {
    const all: Record<string, Record<string, StateValue>> = {}
    for (const [part, states] of this.#parts) {
      if (!parts[part]) continue
      const now = [...states].flatMap(([state, laid]) => {
        const last = laid.at(-1)
        return last ? [[state, last.value] as const] : []
      })
      if (now.length > 0) all[part] = Object.fromEntries(now)
    }
    return all
  }
}
