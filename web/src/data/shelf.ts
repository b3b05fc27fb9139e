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
  put(key: string, value: unknown) {
    localStorage.setItem(`lantern:${key}`, JSON.stringify(value))
  },
  drop(key: string) {
    localStorage.removeItem(`lantern:${key}`)
  },
}

export const newId = () => crypto.randomUUID()
