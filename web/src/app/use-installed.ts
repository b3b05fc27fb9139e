import { registerSW } from 'virtual:pwa-register'
import { useEffect } from 'react'

/**
 * Puts the program on the device, so that it opens without a line; only where the browser lets it: on https or on this
 * machine. A new version waits until the user takes it.
 */
export function useInstalled() {
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return
    const take = registerSW({
      async onNeedRefresh() {
        const { toast } = await import('sonner')
        toast('A new version is here. What you have typed is kept.', {
          duration: Number.POSITIVE_INFINITY,
          action: { label: 'Take it', onClick: () => void take(true) },
        })
      },
    })
  }, [])
}
