import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { count, is, stuck } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { endSwitchOf } from '../parts/kind.ts'
import { labelOf, type Piece, type Sentence } from '../words/words.ts'
import { darkInWords } from './dark-in-words.ts'
import type { ZoneLoops } from './loops.ts'
import type { Strip } from './strip.ts'

/** How one zone stands: in three words for the rail, and where something is wrong, in a sentence. */
export interface ZoneStanding {
  readonly zone: string
  readonly calling: boolean
  /** Open as far as this, 0 to 1. */
  readonly opening: number
  readonly says: string
  readonly moving: boolean
  readonly proven: boolean
  readonly trouble?: Sentence
}

/** Is the boiler told, by whatever means? */
export const boilersTold = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].filter((part) => is(simulation, part, 'told'))

export function zoneStanding(simulation: Simulation, job: Job, loops: ZoneLoops): ZoneStanding {
  const zone = job.zones[loops.zone]!
  const name: Piece = { text: `${zone.name}: ` }
  const blank = { zone: loops.zone, calling: false, opening: 0, moving: false, proven: false }
  const thermostat = zone.thermostat ? simulation.netlist.parts.get(zone.thermostat) : undefined
  const valve = zone.valve ? simulation.netlist.parts.get(zone.valve) : undefined
  if (!thermostat) return { ...blank, says: 'not wired' }
  if (!valve)
    return zone.valveKind === '' ? valvelessStanding(simulation, loops, thermostat) : { ...blank, says: 'not wired' }
  if (valve.kind.roles?.listens) return followingStanding(simulation, job, loops, thermostat, valve)
  const stands = simulation.stateOf(valve.id)
  const calling = is(simulation, thermostat, 'calling')
  const made = is(simulation, thermostat, 'made')
  const travel = count(simulation, valve, 'travel')
  const held = stuck(simulation, valve, 'travel')
  const opening = openingOf(valve, stands)
  const says = valve.kind.says(valve.figures, stands)
  const driven = valve.kind.urged?.(valve.figures, stands) === true
  const moving = !held && (driven ? travel < 1 : travel > 0)
  const proven = loops.call?.complete === true
  const found = { ...blank, calling, opening, moving, proven }
  const trouble = (says: string, ...sentence: Piece[]): ZoneStanding => ({
    ...found,
    says,
    trouble: [name, ...sentence],
  })
  const valveLabel: Piece = { text: labelOf(job, valve.id), part: valve.id, wrong: true }

  if (!calling) {
    if (driven)
      return trouble('runs with no call', valveLabel, {
        text: ' is driven though nobody calls. Its motor gets voltage from somewhere else.',
      })
    if (opening > 0 && !moving && travel <= 0 && is(simulation, valve, 'passes'))
      return trouble('shut, lets water by', valveLabel, {
        text: ' is shut and lets water by: this zone warms whenever the boiler runs. Dirt on the seat.',
      })
    if (opening > 0 && !moving)
      return trouble(`${says}, no call`, valveLabel, {
        text: ' stands open with no call: this zone heats whenever the boiler runs.',
      })
    if (loops.call?.complete && travel <= 0)
      return trouble('shut, switch made', { text: 'the end switch of ' }, valveLabel, {
        text: ' is made with the valve shut: the boiler can fire against it.',
      })
    return { ...found, says: made ? 'contact stuck' : says }
  }
  if (!made && count(simulation, thermostat, 'waited') > 0) return { ...found, says: 'start delay running' }
  if (!driven) {
    const strip = loops.valve
    const reason = withheld(simulation, strip)
    if (reason) return { ...found, says: `waits: ${reason}` }
    if (!strip || strip.dark?.at === 'nowhere')
      return trouble(
        'calling, not wired',
        { text: 'calling, but ' },
        strip?.dark ? darkInWords(job, strip.dark) : valveLabel,
        { text: ' leads nowhere.' },
      )
    if (strip.dark?.at === 'source')
      return trouble('calling, no supply', { text: 'calling, but ' }, darkInWords(job, strip.dark), {
        text: ' gives nothing.',
      })
    if (strip.dark && strip.dark.at !== 'load')
      return trouble(
        'calling, valve dark',
        { text: 'calling, valve gets nothing. The valve loop goes dark at ' },
        darkInWords(job, strip.dark),
        { text: '.' },
      )
    if (strip.dark)
      return trouble('fed, motor dead', { text: 'the feed reaches ' }, valveLabel, {
        text: ' and no current flows: its motor is open.',
      })
    return trouble('calling, volts too low', { text: 'calling, but the voltage at ' }, valveLabel, {
      text: ' is too low to run it.',
    })
  }
  if (travel < 1 && held)
    return trouble('fed, does not move', { text: 'the feed reaches ' }, valveLabel, {
      text: ' and it does not move. Turn the stem by hand before you blame the motor.',
    })
  if (travel < 1 && !proven) return { ...found, says }
  // A link stands in for the switch this valve has not: the call itself is taken for the proof.
  if (!loops.call && boilersTold(simulation).length > 0) return { ...found, proven: true, says: `${says}, assumed` }
  if (!hasBoiler(simulation)) return { ...found, proven: true, says: `${says}, assumed` }
  if (!loops.call)
    return trouble('open, nothing to prove it', valveLabel, { text: ' is open and nothing tells the boiler.' })
  if (!proven) {
    const waiting = loops.standIn?.complete && loops.call.dark?.at === 'contact' && zone.relay === loops.call.dark.part
    const relay = zone.relay ? simulation.netlist.parts.get(zone.relay) : undefined
    if (waiting && relay && !is(simulation, relay, 'pulledIn')) return { ...found, says: 'open, stand-in waits' }
    const dark = loops.call.dark
    if (dark?.at === 'source')
      return trouble('open, boiler dead', { text: 'valve open, but ' }, darkInWords(job, dark), {
        text: ' offers no call voltage.',
      })
    if (dark?.at === 'nowhere')
      return trouble(
        'open, not proven',
        { text: 'valve open, ' },
        { text: 'boiler not told', wrong: true, part: valve.id },
        { text: '. ' },
        darkInWords(job, dark),
        { text: ' leads nowhere.' },
      )
    return trouble(
      'open, not proven',
      { text: 'valve open, boiler not told. The call loop goes dark at ' },
      dark ? darkInWords(job, dark) : valveLabel,
      { text: '.' },
    )
  }
  if (boilersTold(simulation).length === 0)
    return trouble('proven, boiler deaf', { text: 'valve open and proven, but the boiler does not answer its call.' })
  return { ...found, says: `${says}, ${endSwitchOf(valve.kind.roles) ? 'proven' : 'assumed'}` }
}

/** Heat may come from elsewhere: then nothing waits to be told. */
export const hasBoiler = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].some(({ kind }) => kind.roles?.told !== undefined)

/** A zone on the resting side of a diverter: its thermostat calls the machine, and no valve of its own stands between. */
function valvelessStanding(simulation: Simulation, { zone }: ZoneLoops, thermostat: InstalledPart): ZoneStanding {
  const calls = simulation.stateOf(thermostat.id)
  const calling = is(simulation, thermostat, 'calling')
  const made = is(simulation, thermostat, 'made')
  const told = boilersTold(simulation).length > 0
  const says = !calling ? 'no call' : !made ? thermostat.kind.says(thermostat.figures, calls) : 'calls the boiler'
  const found = { zone, calling, opening: 0, moving: false, proven: made && told, says }
  if (!calling || !made || told) return found
  return {
    ...found,
    says: 'calls, boiler deaf',
    trouble: [{ text: 'Its thermostat calls, but the boiler does not answer.' }],
  }
}
/** What an output must ask before it counts as a call. */
const ASKS = 0.01

/** A valve that follows a signal: how far it is asked, how far it stands, and where feed or signal go dark. */
function followingStanding(
  simulation: Simulation,
  job: Job,
  loops: ZoneLoops,
  asker: InstalledPart,
  valve: InstalledPart,
): ZoneStanding {
  const zone = job.zones[loops.zone]!
  const stands = simulation.stateOf(valve.id)
  const asked = valve.kind.asked?.(valve.figures, stands) ?? 0
  const opening = openingOf(valve, stands)
  const powered = is(simulation, valve, 'powered')
  const output = asker.kind.roles?.outputs?.[zone.output ?? '']
  const set = output === undefined ? 0 : Number(simulation.stateOf(asker.id)[output] ?? 0)
  const off = Math.abs(asked - count(simulation, valve, 'travel'))
  const held = stuck(simulation, valve, 'travel')
  const moving = powered && off > ASKS && !held
  const found = {
    zone: loops.zone,
    calling: asked > ASKS,
    opening,
    moving,
    proven: powered && !moving,
    says: valve.kind.says(valve.figures, stands),
  }
  const name: Piece = { text: `${zone.name}: ` }
  const label: Piece = { text: labelOf(job, valve.id), part: valve.id, wrong: true }
  const dark = loops.valve?.dark
  if (!powered)
    return {
      ...found,
      says: found.says,
      trouble: [
        name,
        label,
        { text: ' has no 24 V and stays where it is.' },
        ...(dark ? [{ text: ' Its feed goes dark at ' }, darkInWords(job, dark), { text: '.' }] : []),
      ],
    }
  // A current needs a closed loop and a voltage a whole one: what was set must arrive.
  const lost = loops.signal?.dark
  if (set > 0.5 && lost && lost.at !== 'source' && asked <= ASKS)
    return {
      ...found,
      says: 'powered, no signal',
      trouble: [
        name,
        label,
        { text: ' is fed and hears no signal, so it stands at its zero end. The signal goes dark at ' },
        darkInWords(job, lost),
        { text: '.' },
      ],
    }
  if (held && off > 0.05)
    return {
      ...found,
      says: 'asked, does not move',
      trouble: [name, label, { text: ' is fed and asked, and does not move. Turn the stem by hand.' }],
    }
  return found
}

/** Why a loop is dark on purpose, where the part that keeps it so gives a reason and has no fault of its own. */
export function withheld(simulation: Simulation, strip: Strip | undefined): string | undefined {
  const dark = strip?.dark
  if (dark?.at !== 'contact' || !dark.part || !dark.element) return undefined
  const part = simulation.netlist.parts.get(dark.part)
  const branch = part?.branches.get(dark.element)
  if (!part || !branch || simulation.circuit.forced(branch)) return undefined
  return part.kind.withholds?.(part.figures, simulation.stateOf(part.id), dark.element)
}
