import { useEffect } from 'react'

/** Milliseconds after the first screen, and between two that are fetched ahead. */
const [FIRST, NEXT] = [1500, 100]

/**
 * Fetches every screen while there is nothing else to do, so that it opens without a line later: a phone in a cellar, opened over
 * plain http, has nothing but what this page holds. Elsewhere the whole program is laid on the device anyway.
 */
export function useFetchedAhead(screens: readonly (() => Promise<unknown>)[]) {
  useEffect(() => {
    if ('serviceWorker' in navigator) return
    let wanted = true
    const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))
    const fetchAll = async () => {
      await wait(FIRST)
      for (const screen of screens) {
        if (!wanted) return
        // One that does not come now is fetched when it is wanted.
        await screen().catch(() => undefined)
        await wait(NEXT)
      }
    }
    void fetchAll()
    return () => {
      wanted = false
    }
  }, [screens])
}
