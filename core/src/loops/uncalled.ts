import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { is } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { endSwitchOf } from '../parts/roles.ts'
import { labelOf } from '../words/words.ts'
import { liveBy } from './live.ts'
import type { Look } from './look.ts'
import { noPower } from './power.ts'

/** Nobody calls: it should be shut, driven by nothing, with its switch open. */
export function uncalled({
  simulation,
  job,
  loops,
  thermostat,
  valve,
  travel,
  opening,
  driven,
  moving,
  made,
  says,
  label,
  stands,
  trouble,
}: Look) {
  // One that stands open by the power of another terminal is driven only while it is asked.
  const runs = driven && (!loops.power || loops.valve?.complete === true)
  if (runs && conducts(simulation, thermostat))
    return trouble(
      'runs with no call',
      { text: labelOf(job, thermostat.id), part: thermostat.id, wrong: true },
      { text: ' does not ask, and its contact is made: it drives ' },
      { ...label, wrong: false },
      { text: '.' },
    )
  if (runs) {
    const why = liveBy(simulation, job, `${valve.id}.${valve.kind.roles.actuator}`, 'its motor is fed')
    return trouble('runs with no call', label, { text: ' is driven though nobody calls: ' }, ...why, { text: '.' })
  }
  if (travel <= 0 && !parked(simulation, valve) && is(simulation, valve, 'passes'))
    return trouble('shut, lets water by', label, {
      text: ' is shut and lets water by: this zone warms whenever the boiler runs. Dirt on the seat.',
    })
  const stuckFor = noPower(job, loops.power)
  const stays = stuckFor.length > 0 ? [{ text: ' It' }, ...stuckFor] : []
  if (opening > 0 && !moving)
    return trouble(
      `${says}, no call`,
      label,
      {
        text: ` ${parked(simulation, valve) ? `is ${says}` : 'stands open'} with no call: this zone heats whenever the boiler runs.`,
      },
      ...stays,
    )
  if (loops.call?.complete && travel <= 0) {
    if (switchMade(simulation, valve))
      return trouble('shut, switch made', { text: 'the end switch of ' }, label, {
        text: ' is made with the valve shut: the boiler can fire against it.',
      })
    const { part } = loops.call.subject
    const others = valvesMade(simulation, job)
    return trouble(
      'shut, line fed backwards',
      { text: 'the line behind the end switch of ' },
      label,
      { text: ' is live though that switch is open: it is fed backwards' },
      ...(part === valve.id ? [] : [{ text: ', and holds ' }, { text: labelOf(job, part), part }]),
      ...others.flatMap((other) => [{ text: ', by the end switch of ' }, { text: labelOf(job, other), part: other }]),
      { text: '.' },
    )
  }
  return stands(made ? 'contact stuck' : says)
}

/** Does its lever stand elsewhere than a hand should leave it? */
function parked(simulation: Simulation, { id, kind }: InstalledPart): boolean {
  const lever = kind.roles.lever
  return lever !== undefined && simulation.stateOf(id)[lever] !== kind.state[lever]
}

/** Does the contact by which a thermostat asks let current by, whether it asks or not? */
function conducts({ circuit }: Simulation, thermostat: InstalledPart): boolean {
  const branch = thermostat.branches.get(thermostat.kind.roles.callContact ?? '')
  return branch !== undefined && !circuit.lump(branch).open
}

/** Is the switch by which a valve proves itself closed, whatever closed it? */
function switchMade({ circuit }: Simulation, valve: InstalledPart): boolean {
  const branch = valve.branches.get(endSwitchOf(valve.kind.roles) ?? '')
  return branch !== undefined && !circuit.lump(branch).open
}

/** Valves whose end switches are made. */
const valvesMade = (simulation: Simulation, job: Job): string[] =>
  Object.values(job.zones).flatMap(({ valve }) => {
    const part = valve && simulation.netlist.parts.get(valve)
    return part && switchMade(simulation, part) ? [part.id] : []
  })
