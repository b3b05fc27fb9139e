import { type Evidence, type Finder, type Findings, fixedOrder, type Job, keyOfAsk } from '@civil-lantern/core'

/** The fixed order put in place of what would be asked: the same belief and the same rule to stop, only what is asked next differs. */
export function inTextbookOrder(finder: Finder, job: Job, troubled: readonly string[]) {
  const list = fixedOrder(finder, job, troubled)
  return (found: Findings, evidence: readonly Evidence[], place: string | undefined): Findings => {
    if (found.repair || !found.next) return found
    const done = new Set(evidence.flatMap((one) => (one.is === 'shown' ? [keyOfAsk(one.ask, one.stand)] : [])))
    const next = list.find(({ ask, stand }) => !done.has(keyOfAsk(ask.id, stand)))
    if (!next) return found
    const last = evidence.findLast((one) => one.is === 'shown')
    const minutes = finder.minutesTo(next.ask, next.stand, {
      place,
      stand: last?.is === 'shown' ? last.stand : undefined,
      locked: last?.is === 'shown' && !last.stand.power,
    })
    return { ...found, next: { ...next, minutes, waits: 0, bits: 0, answers: [], dearer: 0 } }
  }
}
