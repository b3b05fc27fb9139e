import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { count, is, stuck } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { endSwitchOf } from '../parts/roles.ts'
import { labelOf, type Piece } from '../words/words.ts'
import { callLost, laneOf } from './call-lost.ts'
import type { Dark } from './dark.ts'
import { darkInWords, leadsNowhere, lostAt } from './dark-in-words.ts'
import type { Look } from './look.ts'
import type { Loops, ZoneLoops } from './loops.ts'
import { boilersTold, callHeldBack, hasBoiler, onItsWay, safetyThatStops, withheld } from './plant.ts'
import { lacks, noPower } from './power.ts'
import { uncalled } from './uncalled.ts'
import type { ZoneStanding } from './zone-state.ts'

/** How a zone stands whose own valve opens and shuts. */
export function ownValve(
  simulation: Simulation,
  job: Job,
  loops: ZoneLoops,
  all: Loops,
  thermostat: InstalledPart,
  valve: InstalledPart,
): ZoneStanding {
  const state = simulation.stateOf(valve.id)
  const calling = is(simulation, thermostat, 'calling')
  const made = is(simulation, thermostat, 'made')
  const travel = count(simulation, valve, 'travel')
  const held = stuck(simulation, valve, 'travel')
  const opening = openingOf(valve, state)
  const says = valve.kind.says(valve.figures, state)
  const driven = valve.kind.urged?.(valve.figures, state) === true
  const resting = valve.kind.staysOpen?.(valve.figures, state) === true
  const stalled = is(simulation, valve, 'stalled')
  const moving = !held && !resting && !stalled && !loops.power?.dark && (driven ? travel < 1 : travel > 0)
  const proven = loops.call?.complete === true
  const stands = (says: string, more: Partial<ZoneStanding> = {}): ZoneStanding => ({
    zone: loops.zone,
    calling,
    opening,
    moving,
    proven,
    says,
    ...more,
  })
  const name: Piece = { text: `${job.zones[loops.zone]!.name}: ` }
  const trouble = (says: string, ...sentence: Piece[]) => stands(says, { trouble: [name, ...sentence] })
  const label: Piece = { text: labelOf(job, valve.id), part: valve.id, wrong: true }
  const look: Look = {
    ...{
      simulation,
      job,
      loops,
      all,
      thermostat,
      valve,
      travel,
      opening,
      held,
      driven,
      moving,
      proven,
      made,
      says,
      label,
    },
    stands,
    trouble,
  }
  // Without power it stays where it is, right or wrong. What nobody has wired yet lacks nothing; a dead source is told by itself.
  const unwired = loops.valve?.dark?.at === 'nowhere'
  const powerless = unwired || loops.power?.dark?.at === 'source' ? [] : noPower(job, loops.power)
  const right = calling ? driven : opening <= 0
  if (right && powerless.length > 0) return { ...trouble(`${says}, no power`, label, ...powerless), powerless: true }
  if (!calling && resting) return stands(`${says}, stays until something else calls`)
  if (!calling) return uncalled(look)
  if (!made && count(simulation, thermostat, 'waited') > 0) return stands('start delay running')
  return driven ? fed(look) : unfed(look)
}

/** Called, and nothing drives it: held back on purpose, or its loop is dark. */
function unfed({ simulation, job, loops, all, label, stands, trouble }: Look): ZoneStanding {
  const strip = loops.valve
  const reason = withheld(simulation, strip)
  if (reason) return stands(`waits: ${reason.why}`)
  if (!strip || strip.dark?.at === 'nowhere')
    return trouble(
      'calling, not wired',
      { text: 'calling, but ' },
      ...(strip?.dark ? leadsNowhere(job, strip.dark) : [label, { text: ' leads nowhere.' }]),
    )
  if (strip.dark?.at === 'source')
    return trouble('calling, no supply', { text: 'calling, but ' }, darkInWords(job, strip.dark), {
      text: ' gives nothing.',
    })
  if (strip.circuit === 'call' && strip.from)
    return trouble('calling, on the call pair', { text: 'calling, but the motor of ' }, label, {
      text: ` hangs on the call pair of ${labelOf(job, strip.from.part)}, and not on its feed.`,
    })
  if (strip.dark && strip.dark.at !== 'load')
    return trouble(
      'calling, valve dark',
      { text: 'calling, valve gets nothing. The valve loop goes dark at ' },
      darkInWords(job, strip.dark),
      { text: '.' },
    )
  if (strip.dark)
    return trouble('fed, motor dead', { text: 'the feed reaches ' }, label, {
      text: ' and no current flows: its motor is open.',
    })
  const { power } = loops
  if (power?.dark)
    return {
      ...trouble('asked, no power', { text: 'calling, but ' }, label, ...noPower(job, power)),
      powerless: true,
    }
  if (power && !lacks(power))
    return trouble('asked, does not move', { text: 'calling, and ' }, label, {
      text: ' is asked and fed and does not move. Turn the stem by hand before you blame the motor.',
    })
  return trouble(
    'calling, volts too low',
    { text: 'calling, but the voltage at ' },
    label,
    { text: ' is too low to run it' },
    ...lostAt(job, power ?? strip, all),
  )
}

/** Called and driven: it moves, opens, proves it, and the boiler answers; or which of these fails. */
function fed({ simulation, job, loops, all, valve, travel, held, proven, says, label, stands, trouble }: Look) {
  if (travel < 1 && held)
    return trouble('fed, does not move', { text: 'the feed reaches ' }, label, {
      text: ' and it does not move. Turn the stem by hand before you blame the motor.',
    })
  if (travel < 1 && is(simulation, valve, 'stalled'))
    return trouble(
      says,
      { text: 'the voltage at ' },
      label,
      { text: ` is too low to open it: it stands at ${Math.round(100 * travel)} %` },
      ...lostAt(job, loops.valve, all),
    )
  if (travel < 1 && !proven) return stands(says)
  const given = loops.call ? undefined : callHeldBack(simulation)
  if (given) return stands(`${says}; ${labelOf(job, given.by.id)} ${given.why}`, { moving: true })
  // A link stands in for the switch this valve has not: the call itself is taken for the proof.
  if (!loops.call && boilersTold(simulation).length > 0)
    return stands(`${says}, assumed`, { proven: true, assumed: true })
  if (!hasBoiler(simulation)) return stands(`${says}, assumed`, { proven: true, assumed: true })
  const lost = boilersTold(simulation).length === 0 ? callLost(simulation, all) : undefined
  const ends = lost
    ? [
        { text: ': ' },
        ...(lost.at === 'nowhere'
          ? leadsNowhere(job, lost)
          : [darkInWords(job, lost), { text: ' passes nothing on.' }]),
      ]
    : [{ text: '.' }]
  // A centre tells the boiler for all its heads.
  const lane = loops.call || lost ? undefined : laneOf(simulation, all)
  if (lane?.dark?.at === 'source')
    return trouble('open, boiler dead', { text: 'valve open, but ' }, darkInWords(job, lane.dark), {
      text: ' offers no call voltage.',
    })
  if (lane) return trouble('open, boiler deaf', { text: 'valve open, but ' }, ...deaf(simulation, job, all))
  if (!loops.call)
    return trouble('open, nothing to prove it', label, { text: ' is open and nothing tells the boiler' }, ...ends)
  // Where its switch is not to be made yet, another call may already have told the boiler.
  if (!proven && valve.kind.provesHere?.(valve.figures, simulation.stateOf(valve.id)) === false)
    return stands(says, boilersTold(simulation).length > 0 ? { proven: true, assumed: true } : { moving: true })
  if (!proven) {
    const zone = job.zones[loops.zone]!
    const waiting = loops.standIn?.complete && loops.call.dark?.at === 'contact' && zone.relay === loops.call.dark.part
    const relay = zone.relay ? simulation.netlist.parts.get(zone.relay) : undefined
    if (waiting && relay && !is(simulation, relay, 'pulledIn')) return stands('open, stand-in waits')
    const held = withheld(simulation, loops.call)
    if (held) return stands(`open; ${labelOf(job, held.by.id)} ${held.why}`)
    // Another zone may have told the boiler what this one does not.
    const told = boilersTold(simulation).length > 0
    const called = told ? 'boiler called, but ' : ''
    const notTold = told ? 'not by this zone' : 'boiler not told'
    const coil = loops.standIn?.complete === false ? loops.standIn.dark : undefined
    if (coil && relay && !is(simulation, relay, 'pulledIn'))
      return trouble(
        'open, not proven',
        { text: `valve open, ${called}${notTold}: ` },
        { text: labelOf(job, relay.id), part: relay.id },
        ...coilInWords(job, coil),
      )
    const dark = loops.call.dark
    if (dark?.at === 'source')
      return trouble('open, boiler dead', { text: 'valve open, but ' }, darkInWords(job, dark), {
        text: ' offers no call voltage.',
      })
    if (dark?.at === 'nowhere')
      return trouble(
        'open, not proven',
        { text: `valve open, ${called}` },
        { text: notTold, wrong: true, part: valve.id },
        { text: dark.joined ? ': ' : '. ' },
        ...leadsNowhere(job, dark),
      )
    return trouble(
      'open, not proven',
      { text: `valve open, ${called}${notTold}. The call loop goes dark at ` },
      dark ? darkInWords(job, dark) : label,
      { text: '.' },
    )
  }
  const opening = boilersTold(simulation).length === 0 ? onItsWay(simulation) : undefined
  if (opening) return stands(`${says}; ${labelOf(job, opening.by.id)}: ${opening.why}`, { moving: true })
  const stops = boilersTold(simulation).length === 0 ? safetyThatStops(simulation) : undefined
  if (stops)
    return trouble(
      'proven, boiler deaf',
      { text: 'valve open and proven, but ' },
      { text: labelOf(job, stops.id), part: stops.id, wrong: true },
      { text: ' does not pass the call on. Find out why; never bridge it.' },
    )
  if (lost)
    return trouble('proven, boiler not told', { text: 'valve open and proven, but the boiler is not told' }, ...ends)
  if (boilersTold(simulation).length === 0)
    return trouble('proven, boiler deaf', { text: 'valve open and proven, but ' }, ...deaf(simulation, job, all))
  return endSwitchOf(valve.kind.roles) ? stands(`${says}, proven`) : stands(`${says}, assumed`, { assumed: true })
}

/** A boiler to which the call comes and which does not fire on it. */
function deaf({ netlist }: Simulation, job: Job, { shared }: Loops): Piece[] {
  const boiler = [...netlist.parts.values()].find(({ kind }) => kind.roles.told !== undefined)
  const weak = shared.find((strip) => strip.subject.part === boiler?.id && lacks(strip))?.narrow
  return [
    { text: 'the boiler', ...(boiler && { part: boiler.id }), wrong: true },
    { text: ' does not answer its call' },
    ...(weak ? [{ text: ': its line is weak at ' }, darkInWords(job, weak)] : []),
    { text: '.' },
  ]
}

/** Why the coil of a stand-in does nothing, after its name. */
function coilInWords(job: Job, dark: Dark): Piece[] {
  if (dark.at === 'load') return [{ text: ' is fed, but its coil draws nothing.' }]
  if (dark.at === 'nowhere') return [{ text: ' gets nothing, because ' }, ...leadsNowhere(job, dark)]
  return [{ text: ' gets nothing. Its line goes dark at ' }, darkInWords(job, dark), { text: '.' }]
}
