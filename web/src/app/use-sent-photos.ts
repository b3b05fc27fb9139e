import { useEffect } from 'react'
import { sendPhotos } from '../data/photos.ts'

/** Milliseconds between two tries to send what waits. */
const TRY = 15_000

/** Photos that wait are sent from wherever in the program one is, not only where they were taken. */
export function useSentPhotos(): void {
  useEffect(() => {
    // A browser that shuts its store to this page has none that wait.
    const send = () => void sendPhotos().catch(() => undefined)
    send()
    window.addEventListener('online', send)
    const again = setInterval(send, TRY)
    return () => {
      window.removeEventListener('online', send)
      clearInterval(again)
    }
  }, [])
}
