import type { Simulation } from '../motion/simulation.ts'

/** The load of every control transformer at this moment. */
export function transformersOf(simulation: Simulation) {
  simulation.circuit.solve()
  return [...simulation.netlist.parts.values()]
    .filter(({ kind }) => kind.class === 'transformer')
    .flatMap(({ id, windings, figures }) =>
      [...windings.keys()].map((element) => ({
        part: id,
        rated: figures.va ?? 0,
        ...simulation.windingLoad(id, element),
      })),
    )
}
