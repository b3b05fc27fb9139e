import type { Circuit } from '../circuit/circuit.ts'
import type { Netlist } from '../circuit/netlist.ts'
import type { Alterations } from './alterations.ts'
import type { Cast } from './cast.ts'

/** Names that stand in either, those of the first first; mostly in none. */
function eitherOf(one: object, other: object): string[] {
  const names = Object.keys(one)
  for (const name of Object.keys(other)) if (!(name in one)) names.push(name)
  return names
}

/**
 * Makes these things wrong with a plant and no longer what was wrong with it. What names no branch, part or state of it does
 * nothing to it. Its parts have not answered yet.
 * @param had what is wrong with it now
 */
export function impose(
  had: Alterations,
  next: Alterations,
  { netlist, circuit, cast }: { readonly netlist: Netlist; readonly circuit: Circuit; readonly cast: Cast },
) {
  for (const id of eitherOf(had.forces, next.forces)) {
    const branch = netlist.branchOf.get(id)
    if (branch) circuit.force(branch, next.forces[id])
  }
  for (const id of eitherOf(had.volts, next.volts)) {
    const branch = netlist.branchOf.get(id)
    if (branch) circuit.setVolts(branch, next.volts[id] ?? branch.volts)
  }
  for (const id of eitherOf(had.figures, next.figures)) {
    const actor = cast.get(id)
    if (!actor) continue
    circuit.setFigures(actor.part, { ...actor.own, ...next.figures[id] }, actor.state)
    cast.forget([actor])
  }
  cast.pin(next.pins)
  // What was pinned may move again, though nothing else about it has changed.
  for (const id of Object.keys(had.pins)) {
    const actor = cast.get(id)
    if (actor) cast.forget([actor])
  }
  for (const [id, states] of Object.entries(next.pins)) {
    const actor = cast.get(id)
    if (actor) cast.stand(actor, { ...actor.state, ...states })
  }
}
