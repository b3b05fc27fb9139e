import { freshId } from '../job/fresh-id.ts'
import type { Job } from '../job/schema.ts'
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
  draft.parts[id] = { kind: `joint/${schoolOf(draft, 'splices')}-${spare(draft)}`, label: `Splice ${id}`, place }
  const { cable, core, lifted, broken, landed, ...bare } = wire
  const run = { ...(cable ? { cable } : {}), ...(core ? { core } : {}) }
  const tail = { ...bare, length: Math.min(TAIL, wire.length) }
  const long = { ...bare, ...run }
  const fault = broken ? { broken } : {}
  const inFront = { from: wire.from, to: { part: id, terminal: 'w1' } }
  const behind = { from: { part: id, terminal: 'w2' }, to: far }
  const kept = landed === undefined ? {} : { landed }
  const label = nextLabel(draft)
  draft.wires[wireId] = {
    ...(cable && !cableLeavesFrom ? { ...long, ...fault } : { ...tail, ...(cable ? {} : fault) }),
    ...inFront,
    ...kept,
    ...(lifted?.from ? { lifted: { from: true } } : {}),
  }
  draft.wires[freshId(draft.wires, 'w')] = {
    ...(cable && !cableLeavesFrom ? tail : { ...long, ...(cable ? fault : {}) }),
    ...behind,
    ...kept,
    label,
    ...(lifted?.to ? { lifted: { to: true } } : {}),
  }
  return id
}

/** The smallest connector of the school's with three ways or more. */
const spare = (job: Job) => (schoolOf(job, 'splices') === 'cap' ? 4 : 3)
