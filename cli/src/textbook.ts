import {
  type Ask,
  type AskStand,
  type Evidence,
  type Finder,
  type Findings,
  type Job,
  kindOf,
  standKey,
  standsFor,
} from '@civil-lantern/core'

/**
 * The order a good technician learns: lamps and switches first; the transformer; then for each zone that is complained of the
 * thermostat, the motor, its lever and its switch, and the splices in order; the call pair at the boiler; the boiler's chain
 * contact by contact; then everything else. What decides is the same belief and the same rule to stop: only what is asked next
 * differs.
 */
export function inTextbookOrder(finder: Finder, job: Job, troubled: readonly string[]) {
  const classOf = (ask: Ask) => kindOf(job.parts[(ask.part ?? ask.from ?? '').split('.')[0]!] ?? { kind: '' })?.class
  const own = new Set(
    troubled.flatMap((zone) => {
      const { valve, thermostat } = job.zones[zone] ?? {}
      return [valve, thermostat].filter((part): part is string => part !== undefined)
    }),
  )
  const isOwn = (ask: Ask) => own.has((ask.part ?? ask.from ?? '').split('.')[0]!) || troubled.includes(ask.zone ?? '')
  const stages: ((ask: Ask) => boolean)[] = [
    ({ ask }) => ['position', 'display', 'runs', 'flame'].includes(ask),
    (ask) => ask.ask === 'volts' && !ask.line && ['transformer', 'panel', 'protection'].includes(classOf(ask) ?? ''),
    (ask) => ask.ask === 'volts' && !ask.line && isOwn(ask) && classOf(ask) === 'thermostat',
    (ask) => ask.ask === 'volts' && !ask.line && isOwn(ask) && classOf(ask) === 'valve',
    (ask) => ['lever', 'pipe'].includes(ask.ask) && isOwn(ask),
    (ask) => ['ohms', 'alone', 'stem'].includes(ask.ask) && isOwn(ask),
    (ask) => ask.ask === 'joint' && isOwn(ask),
    (ask) => ask.ask === 'joint' && classOf(ask) === 'joint' && !ask.line,
    (ask) => ask.ask === 'volts' && classOf(ask) === 'boiler',
    (ask) => ['ohms', 'joint'].includes(ask.ask) && !isOwn(ask),
    (ask) => ask.ask === 'volts',
    () => true,
  ]
  const rank = (ask: Ask) => stages.findIndex((is) => is(ask))
  const list = standsFor(job, troubled)
    .flatMap((stand): { ask: Ask; stand: AskStand }[] => finder.inStand(stand, troubled).map((ask) => ({ ask, stand })))
    .sort((a, b) => rank(a.ask) - rank(b.ask))
  return (found: Findings, evidence: readonly Evidence[], place: string | undefined): Findings => {
    if (found.repair || !found.next) return found
    const key = (ask: string, stand: AskStand) => `${ask} @ ${standKey(stand)}`
    const done = new Set(evidence.flatMap((one) => (one.is === 'shown' ? [key(one.ask, one.stand)] : [])))
    const next = list.find(({ ask, stand }) => !done.has(key(ask.id, stand)))
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
