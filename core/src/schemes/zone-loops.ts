import { zonesInOrder } from '../job/blank.ts'
import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import { lineChain } from './line-chain.ts'
import { type Bus, Wirer, type Wiring } from './wirer.ts'

export interface LoopSchool {
  /** Which comes first from the hot side of the source. */
  readonly first: 'thermostat' | 'valve'
}

/** Seconds a stand-in relay waits beyond the valve's own opening time before it says "open". */
const STAND_IN_MARGIN = 2

const has = (kind: string, terminal: string) => catalogue.get(kind)?.terminals[terminal] !== undefined

/**
 * The 24 V family: one stand-alone transformer, a thermostat and a valve in series for each zone, and the call loop of
 * the boiler closed by any zone's end switch, or by a delayed relay beside a valve that has none.
 */
export function zoneLoops(job: Job, school: LoopSchool): Wiring & { zones: Job['zones'] } {
  const wirer = new Wirer(job)
  lineChain(job, wirer)
  const room = job.survey.boiler.place
  const hot = wirer.bus('R', room, 'red')
  const common = wirer.bus('C', room, 'blue')
  const call = wirer.bus('call', room, 'orange').join('B1.t1')
  const callBack = wirer.bus('call return', room, 'brown').join('B1.t2')
  if (job.survey.transformer.fuseAmps > 0) {
    wirer.hang('F1', 'protection/fuse', 'Fuse F1', room, { amps: job.survey.transformer.fuseAmps })
    wirer.wire('XF1.h', 'F1.in', 'red', 0.5)
    hot.join('F1.out')
  } else hot.join('XF1.h')
  common.join('XF1.c')
  const zones: Job['zones'] = {}
  for (const zone of zonesInOrder(job)) {
    const made = new ZoneWiring(wirer, zone, room)
    const thermostat = made.thermostat()
    const valve = made.valve(call, callBack)
    if (school.first === 'thermostat') {
      thermostat.feed(hot)
      made.meet(thermostat, valve.motor)
      valve.back(common)
      thermostat.common?.(common)
    } else {
      valve.feed(hot)
      made.meetReturn(thermostat, valve.motorBack)
      thermostat.back(common)
    }
    const relay = valve.relay
    const { id, ...rest } = zone
    zones[id] = {
      ...rest,
      thermostat: `TS${zone.number}`,
      valve: `V${zone.number}`,
      ...(relay ? { relay } : {}),
    }
  }
  for (const bus of [hot, common, call, callBack]) bus.land()
  return { parts: wirer.parts, cables: wirer.cables, wires: wirer.wires, zones }
}

type NumberedZone = Job['zones'][string] & { id: string }
type Point = `${string}.${string}`

class ZoneWiring {
  readonly #wirer: Wirer
  readonly #zone: NumberedZone
  readonly #room: string

  constructor(wirer: Wirer, zone: NumberedZone, room: string) {
    this.#wirer = wirer
    this.#zone = zone
    this.#room = room
  }

  /** Hangs the thermostat and runs its cable; a core is kept spare where the cable has one. */
  thermostat() {
    const { number, thermostatKind, place, run } = this.#zone
    const id = this.#wirer.hang(`TS${number}`, thermostatKind, `Thermostat ${number}`, place)
    const powered = has(thermostatKind, 'c')
    const cores: Record<string, string> = { red: 'red', white: 'white' }
    if (powered) cores.blue = 'blue'
    cores.green = 'green'
    const cable = this.#wirer.cable(`TC${number}`, `Thermostat cable ${number}`, this.#room, place, run, cores)
    const by = (core: string) => ({ length: run, cable, core, colour: core })
    return {
      feed: (bus: Bus) => bus.join(`${id}.r`, by('red')),
      call: { point: `${id}.w` as Point, by: by('white') },
      fed: { point: `${id}.r` as Point, by: by('red') },
      back: (bus: Bus) => bus.join(`${id}.w`, by('white')),
      ...(powered ? { common: (bus: Bus) => bus.join(`${id}.c`, by('blue')) } : {}),
    }
  }

  /** Hangs the valve, and what tells the boiler that it is open: its end switch, or a relay beside its motor. */
  valve(call: Bus, callBack: Bus) {
    const { number, valveKind, valvePlace } = this.#zone
    const id = this.#wirer.hang(`V${number}`, valveKind, `Valve ${number}`, valvePlace)
    const proven = has(valveKind, 'e1')
    const reach = this.#reach(id, valvePlace, proven)
    let relay: string | undefined
    if (proven) {
      call.join(reach('e1').point, reach('e1').by)
      callBack.join(reach('e2').point, reach('e2').by)
    } else {
      const opensIn = catalogue.get(valveKind)?.figures.opensIn?.value ?? 15
      relay = this.#wirer.hang(`K${number}`, 'relay/single', `Stand-in relay ${number}`, this.#room, {
        delay: opensIn + STAND_IN_MARGIN,
      })
      call.join(`${relay}.com`)
      callBack.join(`${relay}.no`)
    }
    const with_ = (lead: string, coil: string) => [
      reach(lead),
      ...(relay ? [{ point: `${relay}.${coil}` as Point, by: {} }] : []),
    ]
    const motor = with_('m1', 'a1')
    const motorBack = with_('m2', 'a2')
    const all = (bus: Bus, ends: typeof motor) => {
      for (const { point, by } of ends) bus.join(point, by)
    }
    return {
      relay,
      motor,
      motorBack,
      feed: (bus: Bus) => all(bus, motor),
      back: (bus: Bus) => all(bus, motorBack),
    }
  }

  /** Thermostat's W meets the motor. */
  meet(thermostat: ReturnType<ZoneWiring['thermostat']>, motor: { point: Point; by: object }[]) {
    const bus = this.#wirer.bus(`zone ${this.#zone.number}`, this.#room, 'white')
    bus.join(thermostat.call.point, thermostat.call.by)
    for (const { point, by } of motor) bus.join(point, by)
    bus.land()
  }

  /** The motor's far side meets the thermostat's R: the valve-first order. */
  meetReturn(thermostat: ReturnType<ZoneWiring['thermostat']>, motorBack: { point: Point; by: object }[]) {
    const bus = this.#wirer.bus(`zone ${this.#zone.number}`, this.#room, 'red')
    bus.join(thermostat.fed.point, thermostat.fed.by)
    for (const { point, by } of motorBack) bus.join(point, by)
    bus.land()
  }

  /** How a lead of the valve gets to the boiler room: on its own, or spliced at the valve to a core of a cable. */
  #reach(id: string, place: string, proven: boolean) {
    if (place === this.#room) return (lead: string) => ({ point: `${id}.${lead}` as Point, by: {} })
    const { number, run } = this.#zone
    const coreOf: Record<string, string> = { m1: 'white', m2: 'blue', ...(proven ? { e1: 'orange', e2: 'brown' } : {}) }
    const cores = Object.fromEntries(Object.values(coreOf).map((colour) => [colour, colour]))
    const cable = this.#wirer.cable(`VC${number}`, `Valve cable ${number}`, this.#room, place, run, cores)
    const spliced = new Map<string, Point>()
    for (const lead of Object.keys(coreOf)) {
      const { id: splice } = this.#wirer.splice(`valve ${number}`, place, 2)
      this.#wirer.wire(`${id}.${lead}`, `${splice}.w1`, this.#wirer.leadColour(`${id}.${lead}`) ?? 'white', 0.3)
      spliced.set(lead, `${splice}.w2`)
    }
    return (lead: string) => {
      const core = coreOf[lead]!
      return { point: spliced.get(lead)!, by: { length: run, cable, core, colour: core } }
    }
  }
}
