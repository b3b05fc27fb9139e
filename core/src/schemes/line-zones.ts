import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { listed } from '../words/listed.ts'
import { hangBoiler, hangCompany } from './boiler-company.ts'
import { callBy, callPairOf, fits, hasZones, isLowVoltage, isUnproven, refused, valveless, zoneNames } from './facts.ts'
import { besideManifold, hangManifold } from './manifold.ts'
import type { Fit } from './scheme.ts'
import { hangSupply } from './supply.ts'
import { type Bus, Centre, type Point, Wirer, type Wiring } from './wirer.ts'
import { joinAll, ZoneHands } from './zone-hands.ts'

/** How the valves' switches tell the boiler. */
export type LineCall =
  /** Switch outputs joined on the boiler's switched live. */
  | 'switched live'
  /** The same, with the pump inside the boiler. */
  | 'pump inside'
  /** The same, and a zone's own pump starts with its valve, on the thermostat's line. */
  | 'pumps on calls'
  /** A relay for each zone closes the boiler's volt-free pair, or brings it a switched live. */
  | 'relay a zone'
  /** The valves' switches lie on the boiler's own pair and carry its own voltage. */
  | 'switches alone'

/** Can these zones be wired so, at line voltage? */
export function lineFit(job: Job, call: LineCall): Fit {
  const fit = lineFitBeside(job, call)
  return fit.fits ? hasZones(job) : fit
}

/** The same where other things hang beside them, and there may be none. */
export function lineFitBeside(job: Job, call: LineCall): Fit {
  if (job.practice !== '230') return refused('Line-voltage zones belong to 230 V practice.')
  const low = zoneNames(job, isLowVoltage)
  if (low.length > 0) return refused(`${listed(low)}: a 24 V device at 230 V burns.`)
  const odd = valveless(job)
  if (odd) return refused(odd)
  const unproven = zoneNames(job, isUnproven)
  if (unproven.length > 0)
    return refused(`${listed(unproven)}: the valve has no switch of its own, so nothing would call the boiler.`)
  const { kind } = job.survey.boiler
  if (kind === 'boiler/heat-machine') return refused('This machine turns a diverter; zone valves are not its plan.')
  const by = callBy(kind)
  if (by === 'valve supply')
    return refused('The boiler’s own 24 V waits at its call: a line-voltage switch there burns it.')
  const voltFree = by === 'dry pair'
  const ownPumps = zoneNames(job, ({ ownPump }) => ownPump === true)
  const inside = kind === 'boiler/combination'
  switch (call) {
    case 'switched live':
    case 'pump inside':
    case 'pumps on calls':
      if (voltFree) return refused('230 V on this boiler’s call pair destroys the board. It wants a volt-free contact.')
      if (call === 'switched live' && inside)
        return refused('The pump is inside this boiler: one on the joined outputs would be a second system pump.')
      if (call === 'pump inside' && !inside) return refused('This boiler has no pump inside.')
      if (call === 'pumps on calls' && ownPumps.length === 0) return refused('No zone has a pump of its own.')
      if (call !== 'pumps on calls' && ownPumps.length > 0)
        return refused(
          `${listed(ownPumps)}: a pump of its own on the joined outputs would be fed backwards by every other zone. It needs a relay, or its call line.`,
        )
      break
    case 'relay a zone':
      if (!voltFree && ownPumps.length === 0)
        return refused(
          'The boiler takes the switches’ own live and no zone has a pump of its own: relays do nothing here.',
        )
      break
    case 'switches alone':
      if (!voltFree) return refused('This boiler has no volt-free pair: it wants a switched live.')
      if (ownPumps.length > 0)
        return refused(
          'A pump on the joined switches would put 230 V on the boiler’s board: a zone has a pump of its own.',
        )
  }
  return fits
}

/**
 * Line-voltage zones in numbered wiring centres: live 1, neutral 2, earth 3, then every switched node in the order of the
 * chain. Isolator, programmer where there is one, thermostat, valve motor; the valve's switch then carries on.
 * @param manifold rooms with wax heads hang on the manifold's centre, whose contact lies beside the valves' switches
 */
export function lineZones(job: Job, call: LineCall, manifold = false): Wiring & { zones: Job['zones'] } {
  const wirer = new Wirer(job)
  const { boiler, programmer } = job.survey
  const room = boiler.place
  const centre = new Centre(wirer, job, room)
  const customary = [centre.next(), centre.next(), centre.next()] as const
  const mains = hangSupply(job, wirer)
  hangBoiler(job, wirer, mains)
  const switched = (name: string) => wirer.bus(name, room, 'brown', true)
  const heating = programmer ? switched('heating on') : undefined
  const hotWater = programmer ? switched('hot water on') : undefined
  if (programmer) {
    wirer.hang('PR1', 'clock/programmer-2', 'Programmer', room)
    mains.live.join('PR1.l')
    mains.neutral.join('PR1.n')
    heating!.join('PR1.htg')
    hotWater!.join('PR1.hw')
  }
  const own: Bus[] = []
  const outs = switched('valves proven')
  const joined = call === 'switched live' || call === 'pump inside' || call === 'pumps on calls'
  const pair = callBy(boiler.kind) === 'dry pair' ? callPairOf(boiler.kind) : undefined
  const callHot = wirer.bus('call', room, 'orange')
  const callBack = wirer.bus('call return', room, 'grey')
  if (pair) {
    callHot.join(`B1.${pair[0]}`)
    callBack.join(`B1.${pair[1]}`)
  } else outs.join('B1.sl')
  const centreOfHeads = manifold ? hangManifold(job, wirer, mains) : undefined
  if (pair) centreOfHeads?.joinCall(callHot, callBack)
  else centreOfHeads?.joinCall(mains.live, outs)
  const zones: Job['zones'] = centreOfHeads?.zones ?? {}
  for (const zone of zonesInOrder(manifold ? besideManifold(job) : job)) {
    const hands = new ZoneHands(wirer, zone, room, true)
    hands.hangThermostat()
    hands.hangValve()
    const { thermostat, valve } = hands
    const feed = (zone.hotWater ? hotWater : heating) ?? mains.live
    if (thermostat.live) joinAll(mains.live, [hands.atThermostat('live')])
    // With a programmer its channel feeds the contact; without one the receiver's own L-COM link does.
    if (thermostat.live && feed === mains.live) wirer.link(hands.thermostatId, thermostat.live, thermostat.feed)
    else joinAll(feed, [hands.atThermostat('feed')])
    if (thermostat.common) joinAll(mains.neutral, [hands.atThermostat('common')])
    const calls = switched(`zone ${zone.number} call`)
    own.push(calls)
    joinAll(calls, [hands.atThermostat('call'), hands.atValve('feed')])
    joinAll(mains.neutral, [hands.atValve('back')])
    if (valve.earth) joinAll(mains.earth, [hands.atValve('earth')])
    if (call === 'switches alone') {
      joinAll(callHot, [hands.atValve('permanent')])
      joinAll(callBack, [hands.atValve('proof1')])
    } else joinAll(mains.live, [hands.atValve('permanent')])
    const ownPump = zone.ownPump && call !== 'switches alone' ? `P${zone.number + 1}` : undefined
    let relay: string | undefined
    if (call === 'relay a zone') {
      relay = wirer.hang(`K${zone.number}`, 'relay/line', `Relay ${zone.number}`, room)
      const proven = switched(`zone ${zone.number} proven`)
      joinAll(proven, [hands.atValve('proof1')])
      proven.join(`${relay}.a1`)
      mains.neutral.join(`${relay}.a2`)
      // On a volt-free pair the contact stays dry; a switched live it brings from permanent live.
      ;(pair ? callHot : mains.live).join(`${relay}.com`)
      ;(pair ? callBack : outs).join(`${relay}.no`)
      if (ownPump) hangPump(ownPump, `Pump, ${zone.name}`.slice(0, 80), proven)
      own.push(proven)
    } else if (joined) joinAll(outs, [hands.atValve('proof1')])
    if (call === 'pumps on calls' && ownPump) hangPump(ownPump, `Pump, ${zone.name}`.slice(0, 80), calls)
    // A rest contact that carries the boiler's own low voltage is kept out of the line's centre.
    if (call === 'switches alone') hands.capSpares()
    for (const spare of call === 'switches alone' ? [] : hands.spares) {
      const blank = wirer.bus(`zone ${zone.number} ${spare}`, room, 'grey', true)
      joinAll(blank, [hands.atValve(spare)])
      own.push(blank)
    }
    const { id, relay: _relay, pump: _pump, ...rest } = zone
    zones[id] = {
      ...rest,
      thermostat: hands.thermostatId,
      valve: hands.valveId,
      ...(relay ? { relay } : {}),
      ...(ownPump ? { pump: ownPump } : {}),
    }
  }
  // Zones with pumps of their own leave the others to the boiler's output or to the joined switches.
  const allOwn = Object.values(job.zones).every(({ ownPump }) => ownPump)
  if (!pair && boiler.kind !== 'boiler/combination' && !allOwn) {
    // With over-run the boiler feeds the pump itself: on the joined switches it would stop with the call.
    if (boiler.postRun) {
      wirer.hang('P1', 'pump/circulator', 'System pump', room)
      wirer.wire('B1.p', 'P1.l', 'brown', 2, { line: true })
      wirer.wire('B1.pn', 'P1.n', 'blue', 2, { line: true })
      mains.earth.join('P1.e')
    } else hangPump('P1', 'System pump', outs)
  }
  for (const bus of [heating, hotWater, ...own, ...(pair && call !== 'relay a zone' ? [] : [outs])]) bus?.landIn(centre)
  for (const [i, bus] of [mains.live, mains.neutral, mains.earth].entries()) bus.landIn(centre, customary[i])
  centre.leave(Math.ceil(own.length / Math.max(1, Object.keys(zones).length)))
  if (pair) {
    callHot.land()
    callBack.land()
  }
  hangCompany(job, wirer, { pump: pair !== undefined })
  return { parts: wirer.parts, cables: wirer.cables, wires: wirer.wires, zones }

  function hangPump(id: string, label: string, live: Bus) {
    wirer.hang(id, 'pump/circulator', label, room)
    live.join(`${id}.l` as Point)
    mains.neutral.join(`${id}.n`)
    mains.earth.join(`${id}.e`)
  }
}
