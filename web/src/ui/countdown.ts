import { useEffect, useState } from 'react'

/** Seconds that have gone since a moment, told four times a second; nought before there is one. @param from as `Date.now` gives it */
export function useGone(from: number | undefined): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (from === undefined) return
    setNow(Date.now())
    const timer = setInterval(() => setNow(Date.now()), 250)
    return () => clearInterval(timer)
  }, [from])
  return from === undefined ? 0 : Math.max(0, (now - from) / 1000)
}

/**
 * A time as minutes and seconds.
 * @example inMinutes(89.6) // '1:30'
 */
export function inMinutes(seconds: number): string {
  const whole = Math.round(seconds)
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}
