import type { Ask } from './ask.ts'
import { type Evidence, isRight, standOf } from './evidence.ts'
import type { Where } from './minutes.ts'
import { type Stand, standKey } from './stand.ts'

/** Zones that are in trouble since the last repair first; those that were found well since are in none. */
export function troubledNow(troubled: readonly string[], evidence: readonly Evidence[]): string[] {
  const since = evidence.slice(evidence.findLastIndex((one) => one.is === 'repair') + 1)
  // What was said of a room last counts, for the same calls.
  const rooms = new Map(
    since.flatMap((one) => (one.is === 'room' ? [[`${one.zone} ${standKey(standOf(one))}`, one]] : [])),
  )
  const last = [...rooms.values()]
  const ill = last.flatMap((one) => (isRight(one) ? [] : [one.zone]))
  const well = new Set(last.flatMap((one) => (isRight(one) && one.heats ? [one.zone] : [])))
  const left = [...new Set([...ill, ...troubled.filter((zone) => !well.has(zone))])]
  return left.length > 0 ? left : [...troubled]
}

/** Where one is after what was done: the last stand, and whether the line was locked off since the power last went. */
export function whereAfter(evidence: readonly Evidence[], asks: readonly Ask[], place: string | undefined): Where {
  const shown = evidence.flatMap((one) => (one.is === 'shown' ? [one] : []))
  const stand = shown.at(-1)?.stand
  if (stand?.power !== false) return { place, stand }
  const since = shown.slice(shown.findLastIndex((one) => one.stand.power) + 1)
  return { place, stand, locked: since.some((one) => asks.some(({ id, line }) => id === one.ask && line)) }
}

/** Where one is once an ask is done in its stand: locked off on the line as long as the power stays off. */
export const whereThen = (
  { ask, stand }: { readonly ask: Ask; readonly stand: Stand },
  { stand: before, locked = false }: Where,
): Where => ({
  place: ask.place,
  stand,
  locked: !stand.power && (ask.line === true || (before?.power === false && locked)),
})
