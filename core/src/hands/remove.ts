import type { Job } from '../job/schema.ts'
import { partsOf, withParts } from '../job/zones.ts'

/** Takes a part down with every wire on it; nothing is left that names it. Changes the draft. */
export function removePart(draft: Job, id: string) {
  delete draft.parts[id]
  for (const [wire, { from, to }] of Object.entries(draft.wires))
    if (from.part === id || to.part === id) delete draft.wires[wire]
  for (const [zoneId, zone] of Object.entries(draft.zones))
    if (partsOf(zone).includes(id)) draft.zones[zoneId] = withParts(zone, (own) => (own === id ? undefined : own))
  if (draft.intent) delete draft.intent.pumps[id]
}
