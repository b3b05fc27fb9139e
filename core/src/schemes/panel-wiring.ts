import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { listed } from '../words/listed.ts'
import { hangBoiler, hangCompany } from './boiler-company.ts'
import {
  callBy,
  callPairOf,
  hasZones,
  isLineVoltage,
  isModulating,
  isUnproven,
  refused,
  sharesItsSwitch,
  valveless,
  zoneNames,
} from './facts.ts'
import type { Fit } from './scheme.ts'
import { schoolOf } from './schools.ts'
import { hangSupply, landMains } from './supply.ts'
import { type Point, Wirer, type Wiring } from './wirer.ts'
import { type End, ZoneHands } from './zone-hands.ts'

/** How the pumps hang on a zone-valve panel. */
export type PumpMode = 'system' | 'both' | 'each alone' | 'relay panel'

/** How many zones a panel has, from the name of its kind. */
export const panelZones = (kind: string) => Number(/^panel\/zone-valve-(\d+)$/.exec(kind)?.[1] ?? 0)

const hotWaterZones = (job: Job) => zonesInOrder(job).filter(({ hotWater }) => hotWater === true)

/** Most panels in a chain. */
const CHAIN = 3

export function panelFit(job: Job, mode: PumpMode): Fit {
  const zones = zonesInOrder(job)
  const size = panelZones(job.survey.panel ?? '')
  if (size === 0) return refused('There is no zone-valve panel on the wall.')
  if (zones.length > CHAIN * size)
    return refused(`At most ${CHAIN} panels are chained: ${CHAIN * size} zones, and ${zones.length} are surveyed.`)
  const odd = valveless(job)
  if (odd) return refused(odd)
  const wrong = zoneNames(job, (zone) => isLineVoltage(zone) || isModulating(zone))
  if (wrong.length > 0)
    return refused(`${listed(wrong)}: the panel gives 24 V to a thermostat and a valve; this zone is something else.`)
  const both = zoneNames(job, ({ valveKind }) => valveKind === 'valve/power-both-ways')
  if (both.length > 0)
    return refused(`${listed(both)}: the panel has no permanent feed for a valve that runs both ways.`)
  if (callBy(job.survey.boiler.kind) !== 'dry pair')
    return refused('The panel’s boiler contact is dry; this boiler is not called by a dry contact.')
  const two = zoneNames(job, isUnproven)
  if (two.length > 0 && schoolOf(job, 'twoLeadOnPanel') === 'switch')
    return refused(`${listed(two)}: no end switch, and your school is to fit one rather than to link the panel.`)
  const hot = hotWaterZones(job)
  const pumpZone = mode === 'both' || mode === 'each alone'
  if (pumpZone && zones.length < 2) return refused('Needs a heating zone beside the hot water.')
  if (pumpZone && hot.length !== 1) return refused('Needs exactly one hot-water zone with a pump of its own.')
  if (hot.length > 0 && hot[0]!.number !== zones.at(-1)?.number)
    return refused('Hot water must be the last zone: only that one has the change-over relay.')
  if (mode === 'relay panel' && !job.survey.pumpPanel) return refused('There is no pump relay panel on the wall.')
  if (mode !== 'relay panel' && job.survey.pumpPanel)
    return refused('A pump relay panel is on the wall: two things would start one pump.')
  return hasZones(job)
}

/**
 * Zone-valve panels: everything lands on their numbered terminals, and their dry contacts tell boiler and pumps. Chained
 * panels have their contacts side by side.
 */
export function panelWiring(job: Job, mode: PumpMode): Wiring & { zones: Job['zones'] } {
  const wirer = new Wirer(job)
  const room = job.survey.boiler.place
  const mains = hangSupply(job, wirer)
  const hot = hotWaterZones(job)[0]
  hangBoiler(job, wirer, mains)
  const kind = job.survey.panel!
  const size = panelZones(kind)
  const zonesIn = zonesInOrder(job)
  const panels = Array.from({ length: Math.ceil(zonesIn.length / size) }, (_, i) => `PN${i + 1}`)
  const last = panels.at(-1)!
  const priority = hot !== undefined && job.survey.priority !== false ? 1 : 0
  for (const [i, id] of panels.entries()) {
    wirer.hang(id, kind, i === 0 ? 'Zone panel' : `Zone panel ${i + 1}`, room, { priority: id === last ? priority : 0 })
    mains.live.join(`${id}.l`)
    mains.neutral.join(`${id}.n`)
    mains.earth.join(`${id}.e`)
  }
  const [pairHot, pairBack] = callPairOf(job.survey.boiler.kind)
  if (mode === 'relay panel') hangPumpPanel()
  else hangPumps()
  landMains(mains)
  hangCompany(job, wirer, { pump: false })
  if (mode !== 'relay panel') {
    const calls = wirer.bus('call', room, 'orange')
    const returns = wirer.bus('call return', room, 'brown')
    for (const id of panels) {
      calls.join(`${id}.x1`, { length: 2 })
      returns.join(`${id}.x2`, { length: 2 })
    }
    calls.join(`B1.${pairHot}`, { length: 2 }).land()
    returns.join(`B1.${pairBack}`, { length: 2 }).land()
  }

  // Priority goes from panel to panel, from the hot-water zone's own backwards.
  if (priority > 0)
    for (const [i, id] of panels.slice(0, -1).entries()) {
      wirer.wire(`${panels[i + 1]!}.k1`, `${id}.j1`, 'yellow', 1)
      wirer.wire(`${panels[i + 1]!}.k2`, `${id}.j2`, 'grey', 1)
    }

  const zones: Job['zones'] = {}
  for (const [i, zone] of zonesIn.entries()) {
    // The hot-water zone lands on the last panel's last row, where the relay is.
    const isHot = hot !== undefined && zone.number === hot.number
    const panel = isHot ? last : panels[Math.floor(i / size)]!
    const row = isHot ? size : (i % size) + 1
    const hands = new ZoneHands(wirer, zone, room)
    hands.hangThermostat()
    hands.hangValve()
    hands.capSpares()
    const land = (terminal: string, { point, by }: End) => {
      const here: Point = `${panel}.${terminal}`
      if (by.cable)
        wirer.wire(here, point, by.colour ?? 'white', by.length, {
          cable: by.cable,
          ...(by.core ? { core: by.core } : {}),
        })
      else wirer.wire(point, here, wirer.leadColour(point) ?? 'white', 0.8)
    }
    land(`r${row}`, hands.atThermostat('feed'))
    land(`w${row}`, hands.atThermostat('call'))
    if (hands.thermostat.common) land(`c${row}`, hands.atThermostat('common'))
    land(`v${row}p1`, hands.atValve('feed'))
    land(`v${row}p2`, hands.atValve('back'))
    if (sharesItsSwitch(zone)) land(`v${row}p3`, hands.atValve('proof1'))
    else if (hands.valve.proof) {
      land(`v${row}p3`, hands.atValve('proof0'))
      land(`v${row}p4`, hands.atValve('proof1'))
    } else wirer.wire(`${panel}.v${row}p3`, `${panel}.v${row}p4`, 'red', 0.1)
    const { id, relay: _relay, pump: _pump, ...rest } = zone
    const pump = isHot && mode !== 'system' ? 'P2' : mode === 'each alone' ? 'P1' : undefined
    zones[id] = { ...rest, thermostat: hands.thermostatId, valve: hands.valveId, ...(pump ? { pump } : {}) }
  }
  return { parts: wirer.parts, cables: wirer.cables, wires: wirer.wires, zones }

  /** Line is brought to the dry pump contacts and taken on to the pumps. */
  function hangPumps() {
    const { live } = wirer.lineColours
    const system = wirer.bus('system pump', room, live, true).join('P1.l')
    hangPump('P1', 'System pump')
    const alone = mode === 'each alone'
    const rest = wirer.bus('pump feed', room, live, true)
    if (alone) {
      mains.live.join(`${last}.pxcom`)
      rest.join(`${last}.pxnc`)
    }
    for (const id of panels) {
      ;(alone ? rest : mains.live).join(`${id}.ps1`)
      system.join(`${id}.ps2`)
    }
    if (alone) rest.land()
    if (mode !== 'system') {
      hangPump('P2', 'Hot-water pump')
      wirer.wire(`${last}.pxno`, 'P2.l', live, 2, { line: true })
      if (mode === 'both') system.join(`${last}.pxcom`)
    }
    system.land()
  }

  /** The panels' dry pump contact and the last zone's relay call the pump panel's zones; the pump panel calls the boiler. */
  function hangPumpPanel() {
    wirer.hang('PP1', 'panel/pump-relay-4', 'Pump relay panel', room)
    mains.live.join('PP1.l')
    mains.neutral.join('PP1.n')
    mains.earth.join('PP1.e')
    const calls = wirer.bus('pump call', room, 'red').join('PP1.r1')
    const answers = wirer.bus('pump answer', room, 'white').join('PP1.w1')
    for (const id of panels) {
      calls.join(`${id}.ps1`)
      answers.join(`${id}.ps2`)
    }
    calls.land()
    answers.land()
    hangPumpOn(1, 'P1', 'System pump')
    if (hot) {
      wirer.wire('PP1.r2', `${last}.pxcom`, 'red', 1)
      wirer.wire('PP1.w2', `${last}.pxno`, 'white', 1)
      hangPumpOn(2, 'P2', 'Hot-water pump')
    }
    wirer.wire('PP1.x1', `B1.${pairHot}`, 'orange', 2)
    wirer.wire('PP1.x2', `B1.${pairBack}`, 'brown', 2)
  }

  function hangPumpOn(output: number, id: string, label: string) {
    const { live, neutral } = wirer.lineColours
    wirer.hang(id, 'pump/circulator', label, room)
    wirer.wire(`PP1.p${output}l`, `${id}.l`, live, 2, { line: true })
    wirer.wire(`PP1.p${output}n`, `${id}.n`, neutral, 2, { line: true })
    mains.earth.join(`${id}.e`)
  }

  function hangPump(id: string, label: string) {
    wirer.hang(id, 'pump/circulator', label, room)
    mains.neutral.join(`${id}.n`)
    mains.earth.join(`${id}.e`)
  }
}
