import { useSyncExternalStore } from 'react'

/** From here on the window has room for columns beside the work; below it everything is one column and sheets. */
const WIDE = '(min-width: 1024px)'

let query: MediaQueryList | undefined
/** One for all who ask: the browser keeps each it has given. */
const asked = () => {
  query ??= window.matchMedia(WIDE)
  return query
}

const watch = (changed: () => void) => {
  asked().addEventListener('change', changed)
  return () => asked().removeEventListener('change', changed)
}

/** Is the window wide enough for columns? The same border as the `lg:` of the styles. */
export const useWide = (): boolean => useSyncExternalStore(watch, () => asked().matches)
