import { onTheBench } from '../bench-job.ts'
import { print } from '../print.ts'

/** Every part once everything is at rest, and what happened on the way. */
export async function settleCommand(args: string[]): Promise<number> {
  const { as, job, simulation, settled } = await onTheBench(args)
  const parts: Record<string, unknown> = {}
  for (const { id, kind, figures } of simulation.netlist.parts.values()) {
    const state = simulation.stateOf(id)
    if (Object.keys(state).length === 0) continue
    parts[id] = { label: job.parts[id]?.label, says: kind.says(figures, state), state }
  }
  print({ as, at: simulation.now, ...settled, parts, trace: simulation.trace })
  return 0
}
