import { freshId } from '../job/fresh-id.ts'
import type { Job } from '../job/schema.ts'
import { connectorOf } from '../schemes/connectors.ts'
import { schoolOf } from '../schemes/schools.ts'
import { nextLabel } from './conductor.ts'

/** A tail at a splice, metres. */
const TAIL = 0.3

/**
 * Cuts a wire and brings both ends together in a connector with a way to spare. The piece in a cable keeps its core; the
 * other becomes a tail. Changes the draft; returns the id of the splice.
 */
export function spliceInto(draft: Job, wireId: string): string {
  const wire = draft.wires[wireId]!
  const far = wire.to
  // A cable ends in the splice at its near end, where the hands are.
  const nearPlace = draft.parts[wire.from.part]?.place
  const cableLeavesFrom = wire.cable ? draft.cables[wire.cable]?.from === nearPlace : false
  const place = (wire.cable ? draft.cables[wire.cable]?.from : nearPlace) ?? nearPlace ?? draft.survey.boiler.place
  const id = freshId(draft.parts, 'S')
  draft.parts[id] = { kind: connectorOf(schoolOf(draft, 'splices'), 3), label: `Splice ${id}`, place }
  const { cable, core, ...bare } = wire
  const run = { ...(cable ? { cable } : {}), ...(core ? { core } : {}) }
  const tail = { ...bare, length: Math.min(TAIL, wire.length) }
  const long = { ...bare, ...run }
  const inFront = { from: wire.from, to: { part: id, terminal: 'w1' } }
  const behind = { from: { part: id, terminal: 'w2' }, to: far }
  const label = nextLabel(draft)
  const farFirst = cable !== undefined && !cableLeavesFrom
  draft.wires[wireId] = { ...(farFirst ? long : tail), ...inFront }
  draft.wires[freshId(draft.wires, 'w')] = { ...(farFirst ? tail : long), ...behind, label }
  return id
}
