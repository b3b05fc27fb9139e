import { useEffect } from 'react'

/** Milliseconds between two tries to send what waits. */
const TRY = 15_000

/**
 * Tries something now, when the line is back, and again and again: wherever in the program one is.
 * @param send is the same from one draw to the next; where it fails, it is tried the next time
 */
export function useTriedAgain(send: () => Promise<unknown>): void {
  useEffect(() => {
    const tryIt = () => void send().catch(() => undefined)
    tryIt()
    window.addEventListener('online', tryIt)
    const again = setInterval(tryIt, TRY)
    return () => {
      window.removeEventListener('online', tryIt)
      clearInterval(again)
    }
  }, [send])
}
