import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { listed } from '../words/listed.ts'
import { hangBoiler } from './boiler-company.ts'
import { callBy, callPairOf, hasZones, isLineVoltage, isModulating, refused, zoneNames } from './facts.ts'
import type { Fit } from './scheme.ts'
import { hangSource, hangSupply, landMains } from './supply.ts'
import { type Bus, type Point, Wirer, type Wiring } from './wirer.ts'
import { joinAll, ZoneHands } from './zone-hands.ts'

type Zone = Job['zones'][string]

/** Outputs of one building controller. */
const OUTPUTS = 2

export const isSet = ({ thermostatKind }: Zone) => thermostatKind === 'controller/signal-setter'
export const isControlled = ({ thermostatKind }: Zone) => thermostatKind === 'controller/building'
/** Runs both ways and stays: needs a permanent feed and a switched control. */
export const runsBothWays = ({ valveKind }: Zone) => valveKind === 'valve/power-both-ways'

/** What every way of this family asks: each zone a valve that follows a signal, or one that runs both ways. */
export function signalFit(job: Job): Fit {
  const line = zoneNames(job, isLineVoltage)
  if (line.length > 0) return refused(`${listed(line)}: works at line voltage; these valves are fed with 24 V.`)
  const other = zoneNames(job, (zone) => !isModulating(zone) && !runsBothWays(zone))
  if (other.length > 0)
    return refused(`${listed(other)}: its valve opens while its motor is fed; here the feed stays and a signal asks.`)
  const dumb = zoneNames(job, (zone) => isModulating(zone) && !isSet(zone) && !isControlled(zone))
  if (dumb.length > 0)
    return refused(`${listed(dumb)}: a modulating valve follows a controller or a signal setter, not a contact.`)
  const loud = zoneNames(job, (zone) => runsBothWays(zone) && (isSet(zone) || isControlled(zone)))
  if (loud.length > 0) return refused(`${listed(loud)}: its control wants 24 V through a contact, not a signal.`)
  const { kind } = job.survey.boiler
  const by = callBy(kind)
  if (by === 'valve supply')
    return refused('The boiler’s call is not isolated: a second source on it would meet its own 24 V.')
  if (by === 'switched live')
    return refused('The boiler wants a switched live at 230 V; the controller’s demand contact is for low voltage.')
  const silent = zoneNames(job, (zone) => !isControlled(zone))
  if (kind !== '' && silent.length > 0)
    return refused(
      `${listed(silent)}: nothing would call the boiler for it. Only a controller’s demand contact calls here; survey no boiler where heat comes from elsewhere.`,
    )
  return hasZones(job)
}

/**
 * 24 V valves that are asked, not fed: modulating valves on a controller or a hand setter, and valves that run both ways on
 * a contact. Feed and signal share one common; milliamps pass a load resistor at the valve.
 */
export function signalZones(job: Job): Wiring & { zones: Job['zones'] } {
  const wirer = new Wirer(job)
  const room = job.survey.boiler.place
  const mains = hangSupply(job, wirer)
  hangBoiler(job, wirer, mains)
  const { hot, common, landFuse } = hangSource(job, wirer, mains)
  landMains(mains)
  landFuse()
  const buses: Bus[] = [hot, common]
  const demand: string[] = []
  let controlled = 0
  const zones: Job['zones'] = {}
  for (const zone of zonesInOrder(job)) {
    const { id, relay: _relay, pump: _pump, output: _output, ...rest } = zone
    const hands = new ZoneHands(wirer, zone, room)
    hands.hangValve()
    hands.capSpares()
    joinAll(common, [hands.atValve('back')])
    joinAll(hot, [hands.atValve('permanent')])
    if (runsBothWays(zone)) {
      hands.hangThermostat()
      joinAll(hot, [hands.atThermostat('feed')])
      if (hands.thermostat.common) joinAll(common, [hands.atThermostat('common')])
      const asked = wirer.bus(`zone ${zone.number}`, room, 'white')
      joinAll(asked, [hands.atThermostat('call'), hands.atValve('feed')])
      buses.push(asked)
      zones[id] = { ...rest, thermostat: hands.thermostatId, valve: hands.valveId }
      continue
    }
    const milliamps = zone.signal === '4-20 mA'
    wirer.figure(hands.valveId, zone.signal === '0-10 V' ? { low: 0, high: 10 } : { low: 2, high: 10 })
    const signal = wirer.bus(`signal ${zone.number}`, room, 'white')
    joinAll(signal, [hands.atValve('feed')])
    if (milliamps) {
      const resistor = wirer.hang(`R${zone.number}`, 'joint/load-resistor', `Load resistor ${zone.number}`, room)
      signal.join(`${resistor}.a`)
      common.join(`${resistor}.b`)
    }
    buses.push(signal)
    if (isSet(zone)) {
      const setter = wirer.hang(`TS${zone.number}`, zone.thermostatKind, `Setter ${zone.number}`, zone.place)
      if (milliamps) wirer.figure(setter, { current: 1 })
      const cable = wirer.cable(`TC${zone.number}`, `Signal cable ${zone.number}`, room, zone.place, zone.run, {
        white: 'white',
        black: 'black',
      })
      const run = { length: zone.run, cable }
      signal.join(`${setter}.plus`, { ...run, core: 'white', colour: 'white' })
      common.join(`${setter}.minus`, { ...run, core: 'black', colour: 'black' })
      zones[id] = { ...rest, thermostat: setter, valve: hands.valveId }
      continue
    }
    const controller = `BC${Math.floor(controlled / OUTPUTS) + 1}`
    const output = (controlled++ % OUTPUTS) + 1
    if (output === 1) {
      wirer.hang(controller, 'controller/building', `Controller ${controller.slice(2)}`, room)
      hot.join(`${controller}.hot`)
      common.join(`${controller}.com`)
      demand.push(controller)
    }
    if (milliamps) wirer.figure(controller, { [`current${output}`]: 1 })
    signal.join(`${controller}.ao${output}` as Point)
    const back = wirer.bus(`position ${zone.number}`, room, 'orange')
    joinAll(back, [hands.atValve('position')])
    back.join(`${controller}.ai${output}` as Point)
    buses.push(back)
    zones[id] = { ...rest, thermostat: controller, valve: hands.valveId, output }
  }
  if (job.survey.boiler.kind !== '' && demand.length > 0) {
    const [callHot, callBack] = callPairOf(job.survey.boiler.kind)
    const calls = wirer.bus('call', room, 'orange').join(`B1.${callHot}`)
    const returns = wirer.bus('call return', room, 'brown').join(`B1.${callBack}`)
    for (const controller of demand) {
      calls.join(`${controller}.d1`)
      returns.join(`${controller}.d2`)
    }
    buses.push(calls, returns)
  }
  for (const bus of buses) bus.land()
  return { parts: wirer.parts, cables: wirer.cables, wires: wirer.wires, zones }
}
