import { type KeyboardEvent, type RefObject, useLayoutEffect } from 'react'

const buttonsOf = (group: HTMLElement) => [...group.querySelectorAll<HTMLElement>('button')]

/** From left to right, and where one stands above the other from the top down: as the eye goes along a drawing. */
export function inOrderOf<T extends { readonly left: number; readonly top: number }>(
  places: readonly T[],
  down: boolean,
): T[] {
  return places.toSorted((a, b) => (down ? a.top - b.top || a.left - b.left : a.left - b.left || a.top - b.top))
}

/** Which of so many the key leads to, from one of them; nothing where the key is none of these. */
export function ledTo(key: string, at: number, count: number): number | undefined {
  if (key === 'Home') return 0
  if (key === 'End') return count - 1
  if (key === 'ArrowRight' || key === 'ArrowDown') return Math.min(count - 1, at + 1)
  if (key === 'ArrowLeft' || key === 'ArrowUp') return Math.max(0, at - 1)
  return undefined
}

/**
 * Makes the buttons of a drawing one stop of the Tab key: inside, the arrow keys go from one to the next as they stand on the
 * screen. The buttons give themselves no tab index.
 *
 * @param down whether the drawing runs from the top down
 * @param on whether they are to be reached at all
 * @returns what listens to the keys, for the element the reference is on
 */
export function useOneStop(group: RefObject<HTMLElement | null>, { down = false, on = true } = {}) {
  // After every drawing: buttons come and go with what is in hand.
  useLayoutEffect(() => {
    if (!group.current) return
    const buttons = buttonsOf(group.current)
    const stop = on ? (buttons.find((one) => one.tabIndex === 0) ?? buttons[0]) : undefined
    for (const one of buttons) one.tabIndex = one === stop ? 0 : -1
  })
  return (event: KeyboardEvent) => {
    if (!group.current || event.ctrlKey || event.metaKey || event.altKey) return
    const places = buttonsOf(group.current).map((button) => {
      const { left, top } = button.getBoundingClientRect()
      return { button, left, top }
    })
    const buttons = inOrderOf(places, down).map(({ button }) => button)
    const at = buttons.indexOf(document.activeElement as HTMLElement)
    const next = at < 0 ? undefined : ledTo(event.key, at, buttons.length)
    if (next === undefined) return
    event.preventDefault()
    event.stopPropagation()
    for (const [i, one] of buttons.entries()) one.tabIndex = i === next ? 0 : -1
    buttons[next]!.focus()
  }
}
