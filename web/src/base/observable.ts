/** A value somebody keeps and others watch: what every keeper of this page has in common. */
export class Observable<S> {
  #state: S
  readonly #listeners = new Set<() => void>()

  constructor(state: S) {
    this.#state = state
  }

  readonly subscribe = (listener: () => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  readonly state = (): S => this.#state

  protected become(state: S) {
    if (state === this.#state) return
    this.#state = state
    for (const listener of [...this.#listeners]) listener()
  }
}
