import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'
import { listed } from '../words/listed.ts'
import { transformersAsked } from './facts.ts'
import { isWaxHead } from './manifold.ts'
import type { Wiring } from './wirer.ts'

/** The panel that is no zone-valve panel: zones by pumps. */
const PUMP_PANEL = 'panel/pump-relay-4'

/** Answers of the survey for which what a way makes has no place, each in words. An answer is never dropped silently. */
export function unheard(job: Job, made: Pick<Wiring, 'parts'> & { readonly zones: Job['zones'] }): string[] {
  const kinds = Object.values(made.parts)
  const { panel, pumpPanel, programmer } = job.survey
  const left: string[] = []
  if (panel && !kinds.some(({ kind }) => kind === panel)) left.push('the panel')
  if (pumpPanel && !kinds.some(({ kind }) => kind === PUMP_PANEL)) left.push('the pump panel')
  if (programmer && !kinds.some((part) => kindOf(part)?.class === 'clock')) left.push('the programmer')
  const asked = transformersAsked(job).filter((n) => n > 1)
  const hung = kinds.filter((part) => kindOf(part)?.class === 'transformer').length
  if (asked.length > 0 && hung <= asked.length)
    left.push(asked.length === 1 ? 'a second transformer' : `transformers ${listed(asked.map(String))}`)
  const pumps = zonesInOrder(job).filter(({ id, ownPump }) => {
    const pump = made.zones[id]?.pump
    return ownPump && (pump === undefined || made.parts[pump] === undefined)
  })
  if (pumps.length > 0)
    left.push(`${pumps.length === 1 ? 'the pump' : 'the pumps'} of ${listed(pumps.map(({ name }) => name))}`)
  const headless = zonesInOrder(job).filter(
    // What was said of heads before another valve was surveyed counts for nothing.
    (zone) => isWaxHead(zone) && valvesOf(made.zones[zone.id] ?? {}).length < (zone.heads ?? 1),
  )
  if (headless.length > 0) left.push(`the further heads of ${listed(headless.map(({ name }) => name))}`)
  return left
}
