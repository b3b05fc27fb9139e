import { useRef } from 'react'

/** The same set as the last time, where it holds the same: whoever is drawn by it is not drawn anew. */
export function useSame(set: ReadonlySet<string>): ReadonlySet<string> {
  const last = useRef(set)
  const { current } = last
  if (current.size !== set.size || [...set].some((one) => !current.has(one))) last.current = set
  return last.current
}
