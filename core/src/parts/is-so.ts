import type { State } from './kind.ts'

/**
 * Asks a state by its name, which is made once: a part is asked at every step of every combination.
 *
 * @example
 * isSo(`call${2}`)({ call2: true }) // true
 */
export const isSo =
  (name: string) =>
  (s: State): boolean =>
    s[name] === true

/** Asks whether any of these states is so. */
export const anySo =
  (names: readonly string[]) =>
  (s: State): boolean => {
    for (const name of names) if (s[name] === true) return true
    return false
  }
