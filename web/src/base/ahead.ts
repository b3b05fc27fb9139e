const begun = new Map<string, unknown>()

/** Keeps what was begun before the page that wants it is here. */
export const begunAhead = (name: string, what: unknown): void => void begun.set(name, what)

/**
 * What was begun under a name; it is handed out once, so that whoever asks later asks anew.
 *
 * @example
 * const answer = (await takenAhead<Promise<Response>>('/api/me')) ?? (await fetch('/api/me'))
 */
export function takenAhead<T>(name: string): T | undefined {
  const what = begun.get(name)
  begun.delete(name)
  return what as T | undefined
}
