import { zonesInOrder } from '../job/blank.ts'
import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import { hangBoiler, hangCompany } from './boiler-company.ts'
import { hasZones, isLineVoltage, isModulating, listed, refused, sharesItsSwitch, zoneNames } from './facts.ts'
import type { Fit } from './scheme.ts'
import { hangSupply, landMains } from './supply.ts'
import { Wirer, type Wiring } from './wirer.ts'
import { type End, type Point, ZoneHands } from './zone-hands.ts'
import { callPairOf } from './zone-loops.ts'

/** How the pumps hang on a zone-valve panel. */
export type PumpMode = 'system' | 'both' | 'each alone'

/** How many zones a panel has, from the name of its kind. */
export const panelZones = (kind: string) => Number(/^panel\/zone-valve-(\d+)$/.exec(kind)?.[1] ?? 0)

const hotWaterZones = (job: Job) => zonesInOrder(job).filter(({ hotWater }) => hotWater === true)

export function panelFit(job: Job, mode: PumpMode): Fit {
  const zones = zonesInOrder(job)
  const size = panelZones(job.survey.panel ?? '')
  if (size === 0) return refused('There is no zone-valve panel on the wall.')
  if (zones.length > size) return refused(`The panel has ${size} zones and ${zones.length} are surveyed.`)
  const wrong = zoneNames(job, (zone) => isLineVoltage(zone) || isModulating(zone))
  if (wrong.length > 0)
    return refused(`${listed(wrong)}: the panel gives 24 V to a thermostat and a valve; this zone is something else.`)
  const { kind } = job.survey.boiler
  if (kind === 'boiler/switched-live' || kind === 'boiler/valve-supply')
    return refused('The panel’s boiler contact is dry; this boiler is not called by a dry contact.')
  const hot = hotWaterZones(job)
  if (mode !== 'system' && zones.length < 2) return refused('Needs a heating zone beside the hot water.')
  if (mode !== 'system' && hot.length !== 1) return refused('Needs exactly one hot-water zone with a pump of its own.')
  if (hot.length > 0 && hot[0]!.number !== zones.at(-1)?.number)
    return refused('Hot water must be the last zone: only that one has the change-over relay.')
  return hasZones(job)
}

/** A zone-valve panel: everything lands on its numbered terminals, and its dry contacts tell boiler and pumps. */
export function panelWiring(job: Job, mode: PumpMode): Wiring & { zones: Job['zones'] } {
  const wirer = new Wirer(job)
  const room = job.survey.boiler.place
  const mains = hangSupply(job, wirer)
  const hot = hotWaterZones(job)[0]
  hangBoiler(job, wirer, mains)
  const kind = job.survey.panel!
  const priority = hot !== undefined && job.survey.priority !== false ? 1 : 0
  wirer.hang('PN1', kind, 'Zone panel', room, { priority })
  mains.live.join('PN1.l')
  mains.neutral.join('PN1.n')
  mains.earth.join('PN1.e')
  const { live } = wirer.lineColours
  const line = { line: true }
  const system = wirer.bus('system pump', room, live, true).join('P1.l')
  hangPump(wirer, 'P1', 'System pump', room, mains)
  if (mode === 'each alone') {
    mains.live.join('PN1.pxcom')
    wirer.wire('PN1.pxnc', 'PN1.ps1', live, 0.2, line)
  } else mains.live.join('PN1.ps1')
  system.join('PN1.ps2')
  if (mode !== 'system') {
    hangPump(wirer, 'P2', 'Hot-water pump', room, mains)
    wirer.wire('PN1.pxno', 'P2.l', live, 2, line)
    if (mode === 'both') system.join('PN1.pxcom')
  }
  system.land()
  landMains(mains)
  hangCompany(job, wirer, { pump: false })
  const [pairHot, pairBack] = callPairOf(job.survey.boiler.kind)
  wirer.wire('PN1.x1', `B1.${pairHot}`, 'orange', 2)
  wirer.wire('PN1.x2', `B1.${pairBack}`, 'brown', 2)

  const zones: Job['zones'] = {}
  const last = panelZones(kind)
  for (const zone of zonesInOrder(job)) {
    // The hot-water zone lands on the panel's last row, where the relay is.
    const isHot = hot !== undefined && zone.number === hot.number
    const row = isHot ? last : zone.number
    const hands = new ZoneHands(wirer, zone, room)
    hands.hangThermostat()
    hands.hangValve()
    const land = (terminal: string, { point, by }: End) => {
      const here: Point = `PN1.${terminal}${row}`
      if (by.cable)
        wirer.wire(here, point, by.colour ?? 'white', by.length, {
          ...(by.cable ? { cable: by.cable } : {}),
          ...(by.core ? { core: by.core } : {}),
        })
      else wirer.wire(point, here, wirer.leadColour(point) ?? 'white', 0.8)
    }
    const landValve = (pin: number, end: End) => {
      const here: Point = `PN1.v${row}p${pin}`
      if (end.by.cable)
        wirer.wire(here, end.point, end.by.colour ?? 'white', end.by.length, {
          cable: end.by.cable,
          ...(end.by.core ? { core: end.by.core } : {}),
        })
      else wirer.wire(end.point, here, wirer.leadColour(end.point) ?? 'white', 0.8)
    }
    land('r', hands.atThermostat('feed'))
    land('w', hands.atThermostat('call'))
    if (hands.thermostat.common) land('c', hands.atThermostat('common'))
    landValve(1, hands.atValve('feed'))
    landValve(2, hands.atValve('back'))
    if (sharesItsSwitch(zone)) landValve(3, hands.atValve('proof1'))
    else if (hands.valve.proof) {
      landValve(3, hands.atValve('proof0'))
      landValve(4, hands.atValve('proof1'))
    } else wirer.wire(`PN1.v${row}p3`, `PN1.v${row}p4`, 'red', 0.1)
    const { id, relay: _relay, pump: _pump, ...rest } = zone
    const pump = isHot && mode !== 'system' ? 'P2' : mode === 'each alone' ? 'P1' : undefined
    zones[id] = { ...rest, thermostat: hands.thermostatId, valve: hands.valveId, ...(pump ? { pump } : {}) }
  }
  return { parts: wirer.parts, cables: wirer.cables, wires: wirer.wires, zones }
}

function hangPump(wirer: Wirer, id: string, label: string, place: string, mains: ReturnType<typeof hangSupply>) {
  wirer.hang(id, 'pump/circulator', label, place)
  mains.neutral.join(`${id}.n`)
  mains.earth.join(`${id}.e`)
}

/** Panels in the catalogue, by size. */
export const panelKinds = () => [...catalogue.values()].filter(({ kind }) => panelZones(kind) > 0)
