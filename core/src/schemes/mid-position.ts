import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { listed } from '../words/listed.ts'
import { hangBoiler } from './boiler-company.ts'
import { callBy, hasZones, isLowVoltage, isMidPosition, refused, zoneNames } from './facts.ts'
import type { Fit, Scheme } from './scheme.ts'
import { hangSupply } from './supply.ts'
import { type Bus, Centre, type Point, Wirer, type Wiring } from './wirer.ts'
import { joinAll, ZoneHands } from './zone-hands.ts'

function fits(job: Job): Fit {
  if (job.practice !== '230') return refused('A mid-position valve at line voltage belongs to 230 V practice.')
  const [heating, ...more] = zoneNames(job, isMidPosition)
  if (heating === undefined) return refused('No zone has a mid-position valve.')
  if (more.length > 0) return refused('One mid-position valve parts heating and hot water; here are two.')
  const zones = Object.values(job.zones)
  const water = zones.filter(({ hotWater }) => hotWater)
  if (zones.find(isMidPosition)?.hotWater)
    return refused(`${heating}: the mid-position valve belongs to the heating zone; hot water is its resting side.`)
  if (zones.length !== 2 || water.length !== 1)
    return refused('A mid-position valve serves one heating zone and hot water: survey just these two.')
  if (water[0]!.valveKind !== '')
    return refused(`${water[0]!.name}: beside a mid-position valve hot water has no valve of its own.`)
  if (water[0]!.thermostatKind !== 'thermostat/tank')
    return refused(
      `${water[0]!.name}: its thermostat needs a contact on both sides, one to call and one to say that the tank is warm: a tank thermostat.`,
    )
  const own = zoneNames(job, ({ ownPump }) => ownPump === true)
  if (own.length > 0) return refused(`${listed(own)}: one pump serves both outlets; none has a pump of its own.`)
  const low = zoneNames(job, isLowVoltage)
  if (low.length > 0) return refused(`${listed(low)}: a 24 V device at 230 V burns.`)
  if (callBy(job.survey.boiler.kind) !== 'switched live')
    return refused('This plan brings 230 V to the boiler’s call: it wants a boiler with a switched live.')
  if (job.survey.boiler.kind === 'boiler/heat-machine')
    return refused('This machine turns a diverter; a mid-position valve is not its plan.')
  if (!job.survey.programmer)
    return refused('It needs a programmer with a hot-water off output, which holds the valve at heating alone.')
  return hasZones(job)
}

/** The room thermostat moves the valve; the tank thermostat calls past it, and holds it at heating alone when warm. */
function wire(job: Job): Wiring & { zones: Job['zones'] } {
  const wirer = new Wirer(job)
  const { boiler } = job.survey
  const room = boiler.place
  const centre = new Centre(wirer, job, room)
  const customary = [centre.next(), centre.next(), centre.next()] as const
  const mains = hangSupply(job, wirer)
  hangBoiler(job, wirer, mains)
  const switched = (name: string) => wirer.bus(name, room, 'brown', true)
  const [heatingOn, waterOn, waterOff] = [switched('heating on'), switched('hot water on'), switched('water off')]
  const [heat, call] = [switched('heat'), switched('call')]
  wirer.hang('PR1', 'clock/programmer-2', 'Programmer', room)
  mains.live.join('PR1.l')
  mains.neutral.join('PR1.n')
  heatingOn.join('PR1.htg')
  waterOn.join('PR1.hw')
  waterOff.join('PR1.hwoff')
  call.join('B1.sl')
  const zones: Job['zones'] = {}
  for (const zone of zonesInOrder(job)) {
    const hands = new ZoneHands(wirer, zone, room, true)
    hands.hangThermostat({ bothSides: zone.hotWater === true })
    const { id, relay: _relay, pump: _pump, valve: _valve, ...rest } = zone
    zones[id] = { ...rest, thermostat: hands.thermostatId }
    if (zone.hotWater) {
      joinAll(waterOn, [hands.atThermostat('feed')])
      joinAll(call, [hands.atThermostat('call')])
      joinAll(waterOff, [hands.atThermostat('satisfied')])
      continue
    }
    hands.hangValve()
    const { live, common } = hands.thermostat
    if (live) joinAll(mains.live, [hands.atThermostat('live')])
    joinAll(heatingOn, [hands.atThermostat('feed')])
    if (common) joinAll(mains.neutral, [hands.atThermostat('common')])
    joinAll(heat, [hands.atThermostat('call'), hands.atValve('feed')])
    joinAll(mains.neutral, [hands.atValve('back')])
    joinAll(mains.earth, [hands.atValve('earth')])
    joinAll(waterOff, [hands.atValve('waterOff')])
    joinAll(call, [hands.atValve('proof1')])
    zones[id] = { ...zones[id]!, valve: hands.valveId }
  }
  if (boiler.kind !== 'boiler/combination') {
    wirer.hang('P1', 'pump/circulator', 'System pump', room)
    if (boiler.postRun) {
      wirer.wire('B1.p', 'P1.l', 'brown', 2, { line: true })
      wirer.wire('B1.pn', 'P1.n', 'blue', 2, { line: true })
    } else {
      call.join('P1.l' as Point)
      mains.neutral.join('P1.n')
    }
    mains.earth.join('P1.e')
  }
  const own: Bus[] = [heatingOn, waterOn, waterOff, heat, call]
  for (const bus of own) bus.landIn(centre)
  for (const [i, bus] of [mains.live, mains.neutral, mains.earth].entries()) bus.landIn(centre, customary[i])
  return { parts: wirer.parts, cables: wirer.cables, wires: wirer.wires, zones }
}

export const midPosition: Scheme = {
  id: 's16',
  begins: { practice: '230', programmer: true, firstValve: 'valve/mid-position', valve: '', second: 'hot water' },
  name: 'Mid-position three-port valve, 230 V',
  about: [
    'The room thermostat drives the valve from hot water to the middle, and with the tank warm on to heating alone; its switch calls boiler and pump.',
    'The tank thermostat calls boiler and pump past the valve: hot water is assumed, not proven.',
    'The water-off core is live while hot water is off or satisfied, also when nothing calls.',
  ],
  fits,
  wire,
}
