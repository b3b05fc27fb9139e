import { startTransition, useEffect, useState } from 'react'

/**
 * Is the rest of something long to be drawn, too? What the first screen holds is seen before what lies below it is made.
 * @param begun whether the first of it is drawn by now
 */
export function useRest(begun: boolean): boolean {
  const [rest, setRest] = useState(false)
  useEffect(() => {
    if (!begun) return
    let timer: ReturnType<typeof setTimeout>
    // A task of its own, once the first frame has been drawn.
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => startTransition(() => setRest(true)))
    })
    return () => {
      cancelAnimationFrame(frame)
      clearTimeout(timer)
    }
  }, [begun])
  return rest
}
