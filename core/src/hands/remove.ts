import type { Job } from '../job/schema.ts'

/** Takes a part down with every wire on it; nothing is left that names it. Changes the draft. */
export function removePart(draft: Job, id: string) {
  delete draft.parts[id]
  for (const [wire, { from, to }] of Object.entries(draft.wires))
    if (from.part === id || to.part === id) delete draft.wires[wire]
  for (const zone of Object.values(draft.zones))
    for (const role of ['thermostat', 'valve', 'relay', 'pump'] as const) if (zone[role] === id) delete zone[role]
  if (draft.intent) delete draft.intent.pumps[id]
}
