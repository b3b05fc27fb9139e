import { figuresOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { StateValue } from '../parts/kind.ts'
import type { Simulation } from './simulation.ts'

/** What a hand moves to make a zone ask for heat, and to what: a thermostat, or an output of a controller. */
export interface Asking {
  readonly part: string
  readonly state: string
  readonly on: StateValue
  readonly off: StateValue
}

/** How a zone asks; undefined where nothing that could ask is wired for it. */
export function askingOf(job: Job, { thermostat, output }: Job['zones'][string]): Asking | undefined {
  const part = thermostat ? job.parts[thermostat] : undefined
  const kind = part ? kindOf(part) : undefined
  if (!thermostat || !part || !kind) return undefined
  if (kind.roles.calling) return { part: thermostat, state: kind.roles.calling, on: true, off: false }
  const state = kind.roles.outputs?.[output ?? '']
  const knob = kind.controls?.find((control) => control.state === state)
  if (!knob || !('dial' in knob)) return undefined
  return { part: thermostat, state: knob.state, on: knob.dial(figuresOf(kind, part.figures)).to, off: 0 }
}

/** Makes a zone ask, or stop asking. Does nothing where it cannot. */
export function ask(simulation: Simulation, job: Job, zone: string, on: boolean) {
  const asking = askingOf(job, job.zones[zone]!)
  if (asking && simulation.has(asking.part)) simulation.set(asking.part, asking.state, on ? asking.on : asking.off)
}
