import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { count, is, stuck } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { labelOf, type Piece } from '../words/words.ts'
import { darkInWords, lostAt } from './dark-in-words.ts'
import type { Loops, ZoneLoops } from './loops.ts'
import { misheard } from './misheard.ts'
import { shortAmong } from './short.ts'
import type { Strip } from './strip.ts'
import type { ZoneStanding } from './zone-state.ts'

/** What an output must ask before it counts as a call. */
const ASKS = 0.01

/** A valve that follows a signal: how far it is asked, how far it stands, and where feed or signal go dark. */
export function followingValve(
  simulation: Simulation,
  job: Job,
  loops: ZoneLoops,
  all: Loops,
  asker: InstalledPart,
  valve: InstalledPart,
): ZoneStanding {
  const zone = job.zones[loops.zone]!
  const stands = simulation.stateOf(valve.id)
  const asked = valve.kind.asked?.(valve.figures, stands) ?? 0
  const opening = openingOf(valve, stands)
  const powered = is(simulation, valve, 'powered')
  const output = asker.kind.roles.outputs?.[zone.output ?? '']
  const set = Number(simulation.stateOf(asker.id)[output ?? ''] ?? 0)
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
  if (!powered)
    return {
      ...found,
      trouble: [name, label, ...unpowered(job, valve.id, loops.valve, all)],
    }
  const instead = set > ASKS || asked > ASKS ? misheard(simulation, job, loops, asker, valve) : []
  if (instead.length > 0) return { ...found, says: 'hears another signal', trouble: [name, label, ...instead] }
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
  if (set > 0.5 && asked <= ASKS) {
    const short = loops.signal && shortAmong(simulation, job, [loops.signal])
    // Something else on its line may hold it down, such as another output.
    const held = loops.signal?.complete && loops.signal.sourceVolts.toFixed(1)
    const none: Piece[] = held
      ? [{ text: `only ${held} V stand on its line` }]
      : [{ text: labelOf(job, asker.id), part: asker.id, wrong: true }, { text: ' gives none' }]
    return {
      ...found,
      calling: true,
      proven: false,
      says: 'powered, no signal',
      trouble: [
        name,
        label,
        { text: ' is fed and hears no signal, so it stands at its zero end: ' },
        ...(short ? [short] : none),
        { text: '.' },
      ],
    }
  }
  if (asked <= ASKS && off <= ASKS && is(simulation, valve, 'passes'))
    return {
      ...found,
      says: 'shut, lets water by',
      trouble: [
        name,
        label,
        { text: ' is shut and lets water by: this zone warms whenever heat comes. Dirt on the seat.' },
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

/** Why a valve has not the power it needs: its feed goes dark on the way, or reaches it and finds it dead, or is too weak. */
function unpowered(job: Job, valve: string, strip: Strip | undefined, all: Loops): Piece[] {
  const dark = strip?.dark
  if (!dark) return [{ text: ' gets too few volts to work and stays where it is' }, ...lostAt(job, strip, all)]
  if (dark.at === 'load' && dark.part === valve)
    return [{ text: ' has its 24 V and takes nothing: its drive is dead, and it stays where it is.' }]
  return [{ text: ' has no 24 V and stays where it is. Its feed goes dark at ' }, darkInWords(job, dark), { text: '.' }]
}
