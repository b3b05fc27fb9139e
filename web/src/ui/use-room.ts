import { type RefObject, useEffect, useRef, useState } from 'react'

/** The width an element has for what lies in it, in whole pixels; 0 until it is laid out. */
export function useRoom<E extends HTMLElement>(): [RefObject<E | null>, number] {
  const box = useRef<E>(null)
  const [room, setRoom] = useState(0)
  useEffect(() => {
    const element = box.current
    if (!element) return
    const watch = new ResizeObserver(([entry]) => entry && setRoom(Math.floor(entry.contentRect.width)))
    watch.observe(element)
    return () => watch.disconnect()
  }, [])
  return [box, room]
}
