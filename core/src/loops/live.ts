import { isOperated } from '../circuit/contacts.ts'
import { heaviestPath } from '../circuit/heaviest-path.ts'
import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { listedPieces } from '../words/listed.ts'
import { touchInWords } from '../words/touch.ts'
import { contactInWords, labelOf, type Piece } from '../words/words.ts'
import { FLOWS } from './lit.ts'

/**
 * What lets a load have its current though nothing asks for it, as a clause: two that touch on its way, a contact that has
 * welded; or the same on the way of what holds a contact on its way closed, a relay's coil or what a panel hears a call by.
 * @param load the id of its branch @param seen loads that were followed already
 */
function whyLive(
  simulation: Simulation,
  job: Job,
  load: string,
  seen: ReadonlySet<string> = new Set(),
): Piece | undefined {
  const { netlist, circuit } = simulation
  const path = heaviestPath(circuit, load).flatMap((id) => netlist.branchOf.get(id) ?? [])
  for (const branch of path) {
    const touch = touchInWords(job, branch.id)
    if (touch) return touch
    if (branch.form === 'contact' && branch.part && circuit.forced(branch)?.as === 'closed') {
      const text = `${contactInWords(job, branch.part, branch.element!.name)} stays made`
      return { text, part: branch.part, wrong: true }
    }
  }
  const followed = new Set([...seen, load])
  for (const { part, form } of path) {
    if (form !== 'contact' || part === undefined) continue
    for (const { id, form } of netlist.parts.get(part)!.branches.values()) {
      if (form !== 'load' || followed.has(id) || circuit.flow(netlist.branchOf.get(id)!) < FLOWS) continue
      const why = whyLive(simulation, job, id, followed)
      if (why) return why
    }
  }
  return undefined
}

/** Kinds of part through which whatever has current has it. */
const CARRIES_ALL = new Set(['supply', 'joint', 'switch', 'protection'])

/**
 * Why a load has current though nothing asks for it, as a clause: what is broken on its way; or where nothing is, the contacts
 * and other loads by which it comes. A lead that is landed elsewhere shows itself so.
 * @param load the id of its branch @param comes what comes, as the beginning of the second clause: "its call comes"
 */
export function liveBy(simulation: Simulation, job: Job, load: string, comes: string): Piece[] {
  const why = whyLive(simulation, job, load)
  if (why) return [why]
  const { netlist, circuit } = simulation
  const own = netlist.branchOf.get(load)?.part
  const passed = new Map<string, Piece>()
  for (const id of heaviestPath(circuit, load)) {
    const branch = netlist.branchOf.get(id)!
    const { part, form, element } = branch
    if (part === undefined || part === own || CARRIES_ALL.has(kindOf(job.parts[part])?.class ?? '')) continue
    if (!isOperated(branch) && form !== 'load') continue
    const text = form === 'contact' ? contactInWords(job, part, element!.name) : labelOf(job, part)
    passed.set(text, { text, part, wrong: true })
  }
  const by = [...passed.values()]
  return [{ text: `${comes} through ${by.length > 0 ? '' : 'no contact'}` }, ...listedPieces(by)]
}
