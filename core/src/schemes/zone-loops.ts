import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { catalogue } from '../parts/index.ts'
import { hangBoiler, hangCompany, hasDamperPlug } from './boiler-company.ts'
import { callPairOf } from './facts.ts'
import { besideManifold, hangManifold } from './manifold.ts'
import { hangSource, hangSupply, landMains } from './supply.ts'
import { type Bus, Wirer, type Wiring } from './wirer.ts'
import { type End, joinAll, ZoneHands } from './zone-hands.ts'

export interface LoopSchool {
  /** Which comes first from the hot side of the source. */
  readonly first: 'thermostat' | 'valve'
  /** One transformer for all zones, one for each, several as surveyed, or the boiler's own valve supply. */
  readonly source: 'one' | 'each' | 'shared' | 'boiler'
  /** Rooms with wax heads hang on the manifold's centre. */
  readonly manifold?: true
}

/** Seconds a stand-in relay waits beyond the valve's own opening time before it says "open". */
const STAND_IN_MARGIN = 2

/**
 * The 24 V family: a thermostat and a valve in series for each zone, and the call loop of the boiler closed by any zone's
 * end switch. A valve without a switch gets a delayed relay beside it; one whose switch shares its return gets a relay
 * where the boiler's call must stay dry.
 */
export function zoneLoops(job: Job, school: LoopSchool): Wiring & { zones: Job['zones'] } {
  const wirer = new Wirer(job)
  const { boiler } = job.survey
  const room = boiler.place
  const mains = hangSupply(job, wirer)
  hangBoiler(job, wirer, mains)
  const fromBoiler = school.source === 'boiler'
  const fuses: (() => void)[] = []
  const source = (n: number) => {
    if (fromBoiler) {
      // The transformer surveyed is then the one inside the control.
      wirer.figure('B1', { va: job.survey.transformer.va })
      const hot = wirer.bus('R', room, 'red').join('B1.feed')
      return { hot, common: wirer.bus('C', room, 'blue').join('B1.shared') }
    }
    const own = hangSource(job, wirer, mains, school.source === 'one' ? undefined : n)
    fuses.push(own.landFuse)
    return own
  }
  const zonesIn = zonesInOrder(school.manifold ? besideManifold(job) : job)
  const numberOf = ({ number, transformer = 1 }: Job['zones'][string]) =>
    school.source === 'each' ? number : school.source === 'shared' ? transformer : 1
  const byNumber = new Map<number, ReturnType<typeof source>>()
  for (const n of zonesIn.map(numberOf).sort((a, b) => a - b)) if (!byNumber.has(n)) byNumber.set(n, source(n))
  const sources = zonesIn.map((zone) => byNumber.get(numberOf(zone))!)
  const manifold = school.manifold ? hangManifold(job, wirer, mains) : undefined
  landMains(mains)
  hangCompany(job, wirer, { pump: true })
  for (const landFuse of fuses) landFuse()

  const [pairHot, pairBack] = callPairOf(boiler.kind)
  const throughDamper = fromBoiler && !hasDamperPlug(boiler.kind)
  const call = wirer.bus('call', room, 'orange').join(throughDamper ? 'D1.d1' : `B1.${pairHot}`)
  if (throughDamper) {
    byNumber.get(1)!.hot.join('D1.d2')
    wirer.wire('D1.d3', `B1.${pairHot}`, 'yellow', 1.5)
  }
  const callBack = fromBoiler ? byNumber.get(1)!.common : wirer.bus('call return', room, 'brown').join(`B1.${pairBack}`)
  const zones: Job['zones'] = manifold?.zones ?? {}
  manifold?.joinCall(call, callBack)
  for (const [i, zone] of zonesIn.entries()) {
    const { hot, common } = sources[i]!
    const hands = new ZoneHands(wirer, zone, room)
    hands.hangThermostat()
    hands.hangValve()
    hands.capSpares()
    const { valve, thermostat } = hands
    const shareable = fromBoiler || !valve.proofShared
    let relay: string | undefined
    let coil: End[] = []
    if (valve.proof && shareable) {
      if (valve.proofShared) call.join(hands.atValve('proof1').point, hands.atValve('proof1').by)
      else {
        joinAll(call, [hands.atValve('proof0')])
        joinAll(callBack, [hands.atValve('proof1')])
      }
    } else {
      relay = wirer.hang(
        `K${zone.number}`,
        'relay/single',
        `Relay ${zone.number}`,
        room,
        valve.proof ? {} : { delay: standInDelay(zone.valveKind) },
      )
      call.join(`${relay}.com`)
      callBack.join(`${relay}.no`)
      coil = [{ point: `${relay}.a1`, by: {} }]
    }
    const motor = hands.atValve('feed')
    const back = hands.atValve('back')
    // A relay beside the motor is driven with it; one driven by the valve's own switch stands for that switch.
    const drivenBySwitch = relay !== undefined && valve.proof !== undefined
    const relayBack: End[] = relay ? [{ point: `${relay}.a2`, by: {} }] : []
    if (valve.permanent) joinAll(hot, [hands.atValve('permanent')])
    if (drivenBySwitch) {
      const meet = wirer.bus(`proof ${zone.number}`, room, 'orange')
      joinAll(meet, [hands.atValve('proof1'), ...coil])
      meet.land()
    }
    const beside = drivenBySwitch ? [] : coil
    if (school.first === 'thermostat') {
      joinAll(hot, [hands.atThermostat('feed')])
      meetAt(wirer, zone.number, room, 'white', [hands.atThermostat('call'), motor, ...beside])
      // The switch of a shared-return valve joins the common to its relay; the coil's other side then stands at R.
      joinAll(common, drivenBySwitch ? [back] : [back, ...relayBack])
      if (drivenBySwitch) joinAll(hot, relayBack)
      if (thermostat.common) joinAll(common, [hands.atThermostat('common')])
    } else {
      joinAll(hot, [motor, ...beside])
      meetAt(wirer, zone.number, room, 'red', [hands.atThermostat('feed'), back, ...(drivenBySwitch ? [] : relayBack)])
      joinAll(common, [hands.atThermostat('call')])
    }
    const { id, relay: _relay, pump: _pump, ...rest } = zone
    zones[id] = { ...rest, thermostat: hands.thermostatId, valve: hands.valveId, ...(relay ? { relay } : {}) }
  }
  const buses = new Set<Bus>([...sources.flatMap(({ hot, common }) => [hot, common]), call, callBack])
  for (const bus of buses) bus.land()
  return { parts: wirer.parts, cables: wirer.cables, wires: wirer.wires, zones }
}

const standInDelay = (valveKind: string) => (catalogue.get(valveKind)?.figures.opensIn?.value ?? 15) + STAND_IN_MARGIN

function meetAt(wirer: Wirer, number: number, room: string, colour: string, ends: readonly End[]) {
  const bus = wirer.bus(`zone ${number}`, room, colour)
  joinAll(bus, ends)
  bus.land()
}
