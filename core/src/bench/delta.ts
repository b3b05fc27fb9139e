/**
 * What became of a value: another one, or, for records and lists of one length, what became of its fields. Lets a picture of
 * the plant travel as what changed, and lets whoever keeps it go on using what did not.
 */
export type Delta =
  | { readonly is: unknown }
  | { readonly fields: Readonly<Record<string, Delta>>; readonly gone?: readonly string[] }

type Fields = Record<string, unknown>

const isRecord = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype

/** What turns one value into another; undefined where they are the same. */
export function deltaOf(was: unknown, is: unknown): Delta | undefined {
  if (Object.is(was, is)) return undefined
  const lists = Array.isArray(was) && Array.isArray(is) && was.length === is.length
  if (!lists && !(isRecord(was) && isRecord(is))) return { is }
  const [before, after] = [was as Fields, is as Fields]
  const changed: [string, Delta][] = []
  for (const name of Object.keys(after)) {
    const delta = Object.hasOwn(before, name) ? deltaOf(before[name], after[name]) : { is: after[name] }
    if (delta) changed.push([name, delta])
  }
  const gone = lists ? [] : Object.keys(before).filter((name) => !Object.hasOwn(after, name))
  if (changed.length === 0 && gone.length === 0) return undefined
  // By entries, not by assignment: a field may bear any name, `__proto__` too.
  const fields = Object.fromEntries(changed)
  return gone.length > 0 ? { fields, gone } : { fields }
}

/** The value after a delta. What it does not touch is the very same object as before. */
export function withDelta<T>(was: T, delta: Delta | undefined): T
export function withDelta(was: unknown, delta: Delta | undefined): unknown {
  if (!delta) return was
  if ('is' in delta) return delta.is
  if (Array.isArray(was)) {
    const list = [...was]
    for (const [index, one] of Object.entries(delta.fields)) list[Number(index)] = withDelta(list[Number(index)], one)
    return list
  }
  const kept = Object.entries(was as Fields).filter(([name]) => !delta.gone?.includes(name))
  const changed = Object.entries(delta.fields).map(([name, one]): [string, unknown] => {
    const had = Object.hasOwn(was as Fields, name) ? (was as Fields)[name] : undefined
    return [name, withDelta(had, one)]
  })
  return Object.fromEntries([...kept, ...changed])
}
