/** A small seeded generator (mulberry32): the same seed gives the same numbers on every machine. */
export class Random {
  #state: number

  constructor(seed: number) {
    this.#state = seed >>> 0
  }

  /** 0 up to, not including, 1. */
  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) >>> 0
    let t = this.#state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }

  below(count: number): number {
    return Math.floor(this.next() * count)
  }

  pick<T>(from: readonly T[]): T {
    const picked = from[this.below(from.length)]
    if (picked === undefined) throw new RangeError('nothing to pick from')
    return picked
  }
}
