import type { InstalledPart } from '../circuit/netlist.ts'
import { is } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { ZoneLoops } from './loops.ts'
import { boilersTold } from './plant.ts'
import type { ZoneStanding } from './zone-state.ts'

/** A zone on the resting side of a diverter: its thermostat calls the machine, and no valve of its own stands between. */
export function restingSide(simulation: Simulation, { zone }: ZoneLoops, thermostat: InstalledPart): ZoneStanding {
  const calls = simulation.stateOf(thermostat.id)
  const calling = is(simulation, thermostat, 'calling')
  const made = is(simulation, thermostat, 'made')
  const told = boilersTold(simulation).length > 0
  const says = !calling ? 'no call' : !made ? thermostat.kind.says(thermostat.figures, calls) : 'calls the boiler'
  const found = { zone, calling, opening: 0, moving: false, proven: made && told, valveless: true as const, says }
  if (!calling || !made || told) return found
  return {
    ...found,
    says: 'calls, boiler deaf',
    trouble: [{ text: 'Its thermostat calls, but the boiler does not answer.' }],
  }
}
