import { integers } from './vectors.ts'

/**
 * Entries brought together by what they belong to, each list in the order in which its entries came: list i is what lies
 * from start[i] up to start[i + 1].
 * @param lists how many lists there are
 * @param entries laid end to end, each the list it belongs to and then `width` numbers
 * @example
 * grouped(3, 1, [2, 7, 0, 5, 2, 8]) // start 0 1 1 3, flat 5 7 8
 */
export function grouped(
  lists: number,
  width: number,
  entries: readonly number[],
): [start: Int32Array, flat: Int32Array] {
  const [start, next, flat] = integers(lists + 1, lists, (entries.length / (width + 1)) * width)
  for (let at = 0; at < entries.length; at += width + 1) start[entries[at]! + 1]! += width
  for (let list = 0; list < lists; list++) start[list + 1] = start[list + 1]! + start[list]!
  next.set(start.subarray(0, lists))
  for (let at = 0; at < entries.length; at += width + 1) {
    const list = entries[at]!
    let place = next[list]!
    for (let i = 1; i <= width; i++) flat[place++] = entries[at + i]!
    next[list] = place
  }
  return [start, flat]
}
