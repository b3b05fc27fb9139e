import { intentOf } from '../intent/intent.ts'
import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import type { Wall } from './ask.ts'

/** A valve that stands open so far lets its room get warm. */
const HEATS = 0.3

/** What gets warm: the valves, and the zones for which every valve does. */
export type Warmth = Pick<Wall, 'warm' | 'heats'>

/** Tells again and again what gets warm as a bench stands; what that hangs on in the plant is looked up once. */
export function warmthOn(bench: Simulation, job: Job): () => Warmth {
  const parts = [...bench.netlist.parts.values()]
  const with_ = (of: string, role: 'running' | 'told') =>
    parts.filter(({ kind }) => kind.class === of && kind.roles[role])
  const any = (some: typeof parts, role: 'running' | 'told') =>
    some.length === 0 || some.some(({ id, kind }) => bench.stateOf(id)[kind.roles[role]!] === true)
  const [pumps, boilers, burners] = [with_('pump', 'running'), with_('boiler', 'told'), with_('burner', 'running')]
  const intent = intentOf(job)
  const zones = zonesInOrder(job).map((zone) => ({
    id: zone.id,
    valves: zone.valve ? valvesOf(zone) : [],
    pumps: pumps.filter((pump) => intent.pumps.get(pump.id)?.zones.includes(zone.id)),
  }))
  return () => {
    // A valve lets warm water by where it is open, the boiler called, the burner running, and a pump that is meant for its zone
    // too; where none is, the boiler has one of its own.
    const warm = new Set<string>()
    const heats = new Set<string>()
    if (!any(boilers, 'told') || !any(burners, 'running')) return { warm, heats }
    for (const zone of zones) {
      if (!any(zone.pumps, 'running')) continue
      for (const id of zone.valves) {
        const part = bench.netlist.parts.get(id)
        if (part && openingOf(part, bench.stateOf(id)) >= HEATS) warm.add(id)
      }
    }
    for (const { id, valves } of zones) if (valves.length > 0 && valves.every((valve) => warm.has(valve))) heats.add(id)
    return { warm, heats }
  }
}
