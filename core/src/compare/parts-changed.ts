import type { Job, Part } from '../job/schema.ts'
import { labelOf } from '../words/words.ts'
import { type Change, same } from './change.ts'
import { isJoint } from './pairing.ts'

/** Parts that are gone, that came, or that are set up otherwise. */
export function partsChanged(was: Job, is: Job, parts: ReadonlyMap<string, string>): Change[] {
  const changes: Change[] = []
  const known = new Set(parts.values())
  for (const [id, old] of Object.entries(was.parts)) {
    const there = parts.get(id)
    if (there === undefined)
      changes.push({
        what: 'part gone',
        says: `${old.label} gone`,
        remedy: `Hang ${old.label} again`,
        at: [{ part: id }],
        electrical: true,
        putBack: (draft) => void (draft.parts[id] ??= old),
      })
    else {
      const now = is.parts[there]!
      const set = (now.kind !== old.kind && 'kind') || (!same(now.figures ?? {}, old.figures ?? {}) && 'figures')
      if (set)
        changes.push({
          what: 'part changed',
          says: `${now.label}: other ${set}`,
          remedy: `Set ${now.label} up as it was`,
          at: [{ part: there }],
          // A connector with more ways joins what it joined.
          electrical: !isJoint(was, id),
          putBack: (draft) => setUp(draft.parts[there], old),
        })
    }
  }
  for (const [id, now] of Object.entries(is.parts))
    if (!known.has(id))
      changes.push({
        what: 'part added',
        says: `${labelOf(is, id)} added`,
        remedy: `Take ${now.label} down`,
        at: [{ part: id }],
        electrical: true,
        putBack(draft) {
          delete draft.parts[id]
          for (const [wire, { from, to }] of Object.entries(draft.wires))
            if (from.part === id || to.part === id) delete draft.wires[wire]
        },
      })
  return changes
}

function setUp(part: Part | undefined, as: Part) {
  if (!part) return
  part.kind = as.kind
  if (as.figures) part.figures = as.figures
  else delete part.figures
}
