import { useSyncExternalStore } from 'react'

/** From here on the window has room for columns beside the work; below it everything is one column and sheets. */
const WIDE = '(min-width: 1024px)'

const watch = (changed: () => void) => {
  const query = window.matchMedia(WIDE)
  query.addEventListener('change', changed)
  return () => query.removeEventListener('change', changed)
}

/** Is the window wide enough for columns? The same border as the `lg:` of the styles. */
export const useWide = (): boolean => useSyncExternalStore(watch, () => window.matchMedia(WIDE).matches)
