import { transformerIn } from '../circuit/netlist.ts'
import type { Simulation } from '../motion/simulation.ts'

/** The load of every rated transformer at this moment: on the wall, in a panel, in a boiler control. */
export function transformersOf(simulation: Simulation) {
  simulation.circuit.solve()
  return [...simulation.netlist.parts.values()].flatMap((part) => {
    const winding = transformerIn(part)
    if (!winding) return []
    return [{ part: part.id, rated: part.figures.va ?? 0, ...simulation.windingLoad(part.id, winding.element.name) }]
  })
}
