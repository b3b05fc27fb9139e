import { vi } from 'vitest'

/** What a page has around it, for tests without a browser: a window, a store, and a server that answers as it is told. */

/** A browser's store; `room` bytes of it are left before it refuses. */
class Store {
  readonly kept = new Map<string, string>()
  room = Number.POSITIVE_INFINITY

  getItem = (key: string) => this.kept.get(key) ?? null
  removeItem = (key: string) => void this.kept.delete(key)
  get length() {
    return this.kept.size
  }
  key = (i: number) => [...this.kept.keys()][i] ?? null
  setItem = (key: string, text: string) => {
    const others = [...this.kept].reduce((sum, [name, kept]) => sum + (name === key ? 0 : kept.length), 0)
    if (others + text.length > this.room) throw new Error('the store is full')
    this.kept.set(key, text)
  }
}

export interface Asked {
  readonly method: string
  readonly path: string
  readonly body: { [name: string]: unknown }
}
export type Answer = { status?: number; says: unknown } | 'unreachable' | 'broken off'

export interface Page {
  readonly store: Store
  /** Every request so far. */
  readonly asked: Asked[]
  /** How the server answers; a promise holds the answer back. */
  answers(how: (asked: Asked) => Answer | Promise<Answer>): void
  /** Something happens to the window: it comes online, it gets the focus. */
  happens(what: string): void
}

/** Puts a page around the test; call it before each. */
export function aPage(): Page {
  const store = new Store()
  const asked: Asked[] = []
  const surroundings = new EventTarget()
  let answer: (one: Asked) => Answer | Promise<Answer> = () => 'unreachable'
  vi.stubGlobal('localStorage', store)
  vi.stubGlobal('window', surroundings)
  vi.stubGlobal('document', Object.assign(new EventTarget(), { visibilityState: 'visible' }))
  vi.stubGlobal('fetch', async (url: string, { method = 'GET', body = '{}' }: { method?: string; body?: string }) => {
    const one = { method, path: url.replace('/api', ''), body: JSON.parse(body) }
    asked.push(one)
    const said = await answer(one)
    if (said === 'unreachable') throw new TypeError('nobody answers')
    if (said === 'broken off')
      return {
        ok: true,
        status: 200,
        json: async () => {
          throw new SyntaxError('the text ends in the middle')
        },
      }
    const { status = 200, says } = said
    return { ok: status < 400, status, json: async () => says }
  })
  return {
    store,
    asked,
    answers: (how) => {
      answer = how
    },
    happens: (what) => void surroundings.dispatchEvent(new Event(what)),
  }
}

/** Lets everything that is under way come to its next wait. */
export const rest = () => vi.advanceTimersByTimeAsync(0)

/** An answer held back until it is let go. */
export function held<T>() {
  let go: (value: T) => void = () => undefined
  const promise = new Promise<T>((resolve) => {
    go = resolve
  })
  return { promise, go }
}
