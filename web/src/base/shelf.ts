/** The browser's own keeping: what must survive a closed window before the server has it. */
export const shelf = {
  get<T>(key: string): T | undefined {
    const text = localStorage.getItem(`lantern:${key}`)
    if (text === null) return undefined
    try {
      return JSON.parse(text)
    } catch {
      return undefined
    }
  },
  /** Returns whether it was kept: a browser's store can be full, or shut. */
  put(key: string, value: unknown): boolean {
    try {
      localStorage.setItem(`lantern:${key}`, JSON.stringify(value))
      return true
    } catch {
      return false
    }
  },
  /** Ends of the keys that begin so. */
  under(start: string): string[] {
    const whole = `lantern:${start}`
    return Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')
      .filter((key) => key.startsWith(whole))
      .map((key) => key.slice(whole.length))
  },
  drop(key: string) {
    localStorage.removeItem(`lantern:${key}`)
  },
}

/** A random id that works over plain http too, where `crypto.randomUUID` is not to be had. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}
