/** Names that are one: a union of what is joined. */
export class Joined {
  readonly #up = new Map<string, string>()

  constructor(pairs: Iterable<readonly [string, string]> = []) {
    for (const [a, b] of pairs) this.join(a, b)
  }

  join(a: string, b: string) {
    const [one, other] = [this.of(a), this.of(b)]
    if (one !== other) this.#up.set(one, other)
  }

  /** The name that stands for all that are one with this. */
  of(name: string): string {
    let at = name
    for (let up = this.#up.get(at); up !== undefined; up = this.#up.get(at)) at = up
    return at
  }

  are(a: string, b: string): boolean {
    return this.of(a) === this.of(b)
  }

  /** Pairs that joined anew make the same. */
  pairs(): Iterable<readonly [string, string]> {
    return this.#up.entries()
  }
}
