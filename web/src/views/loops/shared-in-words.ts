import { type Job, kindOf, labelOf, listed, type Strip } from '@civil-lantern/core'

/**
 * What zones share, in a sentence: which contacts are made, which stand open, in the order the current meets them. What a
 * boiler switches inside itself is told by its state, not here.
 * @example 'Breaker and service switch made; pump relay open.'
 */
export function sharedInWords(strips: readonly Strip[], job: Job): string {
  const made = new Map<string, boolean>()
  for (const { items } of strips)
    for (const item of items)
      if (item.form === 'station' && !item.load && kindOf(job.parts[item.part])?.class !== 'boiler')
        // A part with more than one contact here is open as soon as one of them is.
        made.set(item.part, item.made && made.get(item.part) !== false)
  const named = (want: boolean) => [...made].filter(([, is]) => is === want).map(([part]) => labelOf(job, part))
  const [closed, open] = [named(true), named(false)]
  const says = [
    closed.length > 0 ? `${listed(closed)} made` : undefined,
    open.length > 0 ? `${listed(open)} open` : undefined,
  ].filter((one) => one !== undefined)
  return says.length === 0 ? 'No contact on the way.' : `${says.join('; ')}.`
}
