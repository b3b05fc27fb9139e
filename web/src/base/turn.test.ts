import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { HELD, inTurn, type Leases, RENEWED } from './turn.ts'

/** A sheet on which leases are written, as several windows see it. */
class Sheet implements Leases {
  readonly held = new Map<string, { owner: string; until: number }>()
  take = async (name: string, owner: string, now: number) => {
    const one = this.held.get(name)
    if (one && one.owner !== owner && one.until > now) return false
    this.held.set(name, { owner, until: now + HELD })
    return true
  }
  leave = async (name: string, owner: string) => {
    if (this.held.get(name)?.owner === owner) this.held.delete(name)
  }
}

/** Work that says when it begins and lasts until it is let go. */
function work(says: string[], name: string) {
  let go: () => void = () => undefined
  const done = new Promise<void>((resolve) => (go = resolve))
  const run = async () => {
    says.push(`${name} begins`)
    await done
    says.push(`${name} ends`)
    return name
  }
  return { run, go }
}

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('without locks', () => {
  beforeEach(() => vi.stubGlobal('navigator', {}))

  it('one window works at a time, and the next when it is done', async () => {
    const says: string[] = []
    const [sheet, one, other] = [new Sheet(), work(says, 'one'), work(says, 'other')]
    const first = inTurn('send', one.run, sheet)
    const second = inTurn('send', other.run, sheet)
    await vi.advanceTimersByTimeAsync(HELD + 2 * RENEWED)
    expect(says).toEqual(['one begins'])
    one.go()
    expect(await first).toBe('one')
    await vi.advanceTimersByTimeAsync(1000)
    other.go()
    expect(await second).toBe('other')
    expect(says).toEqual(['one begins', 'one ends', 'other begins', 'other ends'])
    expect(sheet.held.size).toBe(0)
  })

  it('other work does not wait for it', async () => {
    const says: string[] = []
    const [sheet, one, other] = [new Sheet(), work(says, 'one'), work(says, 'other')]
    void inTurn('edits', one.run, sheet)
    void inTurn('entries', other.run, sheet)
    await vi.advanceTimersByTimeAsync(0)
    expect(says).toEqual(['one begins', 'other begins'])
  })

  it('from a window that has gone the turn is taken when its time is up, and no sooner', async () => {
    const says: string[] = []
    const [sheet, other] = [new Sheet(), work(says, 'other')]
    await sheet.take('send', 'gone', Date.now())
    void inTurn('send', other.run, sheet)
    await vi.advanceTimersByTimeAsync(HELD - 1)
    expect(says).toEqual([])
    await vi.advanceTimersByTimeAsync(251)
    expect(says).toEqual(['other begins'])
  })

  it('work that fails gives the turn back', async () => {
    const sheet = new Sheet()
    await expect(inTurn('send', () => Promise.reject(new Error('no line')), sheet)).rejects.toThrow('no line')
    expect(sheet.held.size).toBe(0)
  })

  it('where nothing can be written down the work is done all the same', async () => {
    const broken: Leases = {
      take: () => Promise.reject(new Error('shut')),
      leave: () => Promise.reject(new Error('shut')),
    }
    expect(await inTurn('send', async () => 'done', broken)).toBe('done')
  })
})

describe('with locks', () => {
  it('the lock of that name is asked for, and what the work answers is answered', async () => {
    const asked: string[] = []
    vi.stubGlobal('navigator', {
      locks: {
        request: async (name: string, _how: object, run: () => Promise<unknown>) => {
          asked.push(name)
          return run()
        },
      },
    })
    expect(await inTurn('send', async () => 7, new Sheet())).toBe(7)
    expect(asked).toEqual(['send'])
  })

  it('a lock that nobody gives back is taken; the work is done once', async () => {
    const hows: object[] = []
    vi.stubGlobal('navigator', {
      locks: {
        request: async (_: string, how: { steal?: boolean }, run: () => Promise<unknown>) => {
          hows.push(how)
          if (!how.steal) throw new DOMException('waited long enough', 'TimeoutError')
          return run()
        },
      },
    })
    const run = vi.fn(async () => 'sent')
    expect(await inTurn('send', run, new Sheet())).toBe('sent')
    expect(run).toHaveBeenCalledTimes(1)
    expect(hows).toMatchObject([{ signal: expect.anything() }, { steal: true }])
  })

  it('work whose lock was taken away is still waited for', async () => {
    const says: string[] = []
    const one = work(says, 'one')
    vi.stubGlobal('navigator', {
      locks: {
        request: async (_: string, _how: object, run: () => Promise<unknown>) => {
          void run()
          throw new DOMException('taken away', 'AbortError')
        },
      },
    })
    const done = inTurn('send', one.run, new Sheet())
    await vi.advanceTimersByTimeAsync(0)
    expect(says).toEqual(['one begins'])
    one.go()
    expect(await done).toBe('one')
  })
})
