import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { listed } from '../words/listed.ts'
import { hangBoiler } from './boiler-company.ts'
import { setUpOf } from './diverter-set-up.ts'
import { hasZones, isDiverter, isLowVoltage, refused, zoneNames } from './facts.ts'
import type { Fit, Scheme } from './scheme.ts'
import { hangSupply } from './supply.ts'
import { type Bus, Centre, Wirer, type Wiring } from './wirer.ts'
import { joinAll, ZoneHands } from './zone-hands.ts'

function fits(job: Job): Fit {
  if (job.practice !== '230') return refused('A diverter at line voltage belongs to 230 V practice.')
  const turning = zoneNames(job, isDiverter)
  if (turning.length !== 1)
    return refused(
      turning.length === 0
        ? 'No zone has a three-port diverter.'
        : `${listed(turning)}: one diverter parts heating from hot water; here are ${turning.length}.`,
    )
  const zones = Object.values(job.zones)
  if (!zones.find(isDiverter)?.hotWater) return refused('The diverter turns for hot water: mark its zone as hot water.')
  const own = zoneNames(job, ({ valveKind }) => valveKind !== '' && valveKind !== 'valve/diverter')
  if (own.length > 0)
    return refused(
      `${listed(own)}: beside a diverter the heating zone has no valve of its own; it is the resting side.`,
    )
  if (zones.length > 2) return refused('A diverter serves hot water and one heating zone.')
  const low = zoneNames(job, isLowVoltage)
  if (low.length > 0) return refused(`${listed(low)}: a 24 V device at 230 V burns.`)
  if (job.survey.boiler.kind !== 'boiler/heat-machine')
    return refused('This boiler has no hot-water output to turn the diverter with.')
  const setUp = setUpOf(job)
  return setUp.legal ? hasZones(job) : refused(setUp.why)
}

/** The machine's hot-water output turns the diverter; nothing on it means heating. */
function wire(job: Job): Wiring & { zones: Job['zones'] } {
  const wirer = new Wirer(job)
  const room = job.survey.boiler.place
  const centre = new Centre(wirer, job, room)
  const customary = [centre.next(), centre.next(), centre.next()] as const
  const mains = hangSupply(job, wirer)
  hangBoiler(job, wirer, mains)
  const setUp = setUpOf(job)
  const moved = setUp.legal && setUp.jumpersMoved ? 1 : 0
  const own: Bus[] = []
  const zones: Job['zones'] = {}
  for (const zone of zonesInOrder(job)) {
    const hands = new ZoneHands(wirer, zone, room, true)
    hands.hangThermostat()
    const { live, common } = hands.thermostat
    if (live) {
      joinAll(mains.live, [hands.atThermostat('live')])
      wirer.link(hands.thermostatId, live, hands.thermostat.feed)
    } else joinAll(mains.live, [hands.atThermostat('feed')])
    if (common) joinAll(mains.neutral, [hands.atThermostat('common')])
    const call = wirer.bus(isDiverter(zone) ? 'tank call' : 'heating call', room, 'brown', true)
    joinAll(call, [hands.atThermostat('call')])
    call.join(isDiverter(zone) ? 'B1.tk' : 'B1.sl')
    own.push(call)
    const { id, relay: _relay, pump: _pump, valve: _valve, ...rest } = zone
    zones[id] = { ...rest, thermostat: hands.thermostatId }
    if (!isDiverter(zone)) continue
    hands.hangValve()
    wirer.figure(hands.valveId, { jumpersMoved: moved, mirrored: moved })
    joinAll(mains.neutral, [hands.atValve('back')])
    joinAll(mains.live, [hands.atValve('permanent')])
    const turn = wirer.bus('hot-water output', room, 'brown', true).join('B1.hw')
    joinAll(turn, [hands.atValve('feed')])
    own.push(turn)
    zones[id] = { ...zones[id]!, valve: hands.valveId }
  }
  for (const bus of own) bus.landIn(centre)
  for (const [i, bus] of [mains.live, mains.neutral, mains.earth].entries()) bus.landIn(centre, customary[i])
  return { parts: wirer.parts, cables: wirer.cables, wires: wirer.wires, zones }
}

export const diverterPlan: Scheme = {
  id: 's15',
  begins: {
    practice: '230',
    boiler: 'boiler/heat-machine',
    firstValve: '',
    valve: 'valve/diverter',
    second: 'hot water',
  },
  name: 'Three-port diverter, turned by the machine',
  about: [
    'The machine has permanent live and the diverter too; its hot-water output is the diverter’s switched feed.',
    'The tank thermostat calls the machine for hot water, the room thermostat for heating. Nothing on the output means heating.',
    'Hot water and heating never at once. The direction of turn is set by the jumpers.',
  ],
  fits,
  wire,
}
