import { zonesInOrder } from '../job/blank.ts'
import type { Job } from '../job/schema.ts'
import { askingOf } from '../motion/asking.ts'
import type { Simulation } from '../motion/simulation.ts'
import { labelOf, terminalInWords } from './words.ts'

/** The state a reading was taken in: who calls, where the valves stand, what is off its usual place, lifted or broken. */
export function stateInWords(simulation: Simulation, job: Job): string[] {
  const words: string[] = []
  const { parts } = simulation.netlist
  const calling: string[] = []
  for (const zone of zonesInOrder(job)) {
    const asking = askingOf(job, zone)
    const now = asking && simulation.has(asking.part) ? simulation.stateOf(asking.part)[asking.state] : undefined
    if (now === true) calling.push(zone.name)
    else if (typeof now === 'number' && now > 0) calling.push(`${zone.name} (${now})`)
  }
  words.push(calling.length > 0 ? `Calling: ${calling.join(', ')}` : 'Nobody calls')
  for (const { id, kind, figures } of parts.values()) {
    const state = simulation.stateOf(id)
    if (kind.class === 'valve' && kind.says(figures, state) !== 'shut')
      words.push(`${labelOf(job, id)} ${kind.says(figures, state)}`)
    if (kind.class === 'boiler' && state[kind.roles?.told ?? ''] === true) words.push(`${labelOf(job, id)} called`)
    if (kind.class === 'switch' || kind.class === 'protection') {
      const moved = (kind.controls ?? []).some((control) => state[control.state] !== kind.state[control.state])
      if (moved) words.push(`${labelOf(job, id)} ${kind.says(figures, state)}`)
    }
  }
  for (const wire of Object.values(job.wires)) {
    if (wire.broken) words.push(`Wire ${wire.label} broken`)
    for (const end of ['from', 'to'] as const)
      if (wire.lifted?.[end])
        words.push(`Wire ${wire.label} lifted off ${terminalInWords(job, wire[end].part, wire[end].terminal)}`)
  }
  return words.map((line) => line.slice(0, 120)).slice(0, 60)
}
