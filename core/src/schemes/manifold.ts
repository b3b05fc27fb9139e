import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { catalogue } from '../parts/index.ts'
import { listed } from '../words/listed.ts'
import type { Mains } from './boiler-company.ts'
import { fits, isLineVoltage, refused, zoneNames } from './facts.ts'
import type { Fit } from './scheme.ts'
import type { Bus, Wirer } from './wirer.ts'
import { type End, ZoneHands } from './zone-hands.ts'

type Zone = Job['zones'][string]

/** How many rooms the manifold's centre on the wall has channels for; 0 where there is none. */
export const channelsOf = (job: Job): number => catalogue.get(job.survey.panel ?? '')?.roles.channels ?? 0

/** Do its heads screw on loops of a manifold? */
export const isWaxHead = (zone: Pick<Zone, 'valveKind'>) => catalogue.get(zone.valveKind)?.roles.onManifold === true

/** The rooms on the manifold's centre, and the job without them and without the centre. */
export const onManifold = (job: Job) => zonesInOrder(job).filter(isWaxHead)
export function besideManifold(job: Job): Job {
  const { panel: _, ...survey } = job.survey
  return { ...job, survey, zones: Object.fromEntries(Object.entries(job.zones).filter(([, zone]) => !isWaxHead(zone))) }
}

/** Can the rooms with wax heads hang on the centre that is surveyed? */
export function manifoldFit(job: Job, line: boolean): Fit {
  const rooms = onManifold(job)
  const size = channelsOf(job)
  if (size === 0) return refused('There is no manifold centre on the wall.')
  if (rooms.length === 0) return refused('No zone opens by wax heads: the manifold’s centre would have nothing to do.')
  const centreAtLine = catalogue.get(job.survey.panel!)?.terminals.h1?.circuit === 'line voltage'
  if (centreAtLine !== line)
    return refused(`The centre on the wall works at ${centreAtLine ? 'line voltage' : '24 V'}, and this way does not.`)
  if (rooms.length > size) return refused(`The centre has ${size} channels, and ${rooms.length} rooms are surveyed.`)
  const wrong = zoneNames(job, (zone) => isWaxHead(zone) && isLineVoltage(zone) !== line)
  if (wrong.length > 0)
    return refused(`${listed(wrong)}: thermostat and heads must work at the centre’s own ${line ? '230 V' : '24 V'}.`)
  const asked = zoneNames(job, (zone) => isWaxHead(zone) && catalogue.get(zone.thermostatKind)?.class !== 'thermostat')
  if (asked.length > 0) return refused(`${listed(asked)}: the centre wants a thermostat’s contact.`)
  const places = [...new Set(rooms.map(({ valvePlace }) => job.places[valvePlace]?.name ?? ''))]
  if (places.length > 1) return refused(`One centre serves one manifold: heads are surveyed at ${listed(places)}.`)
  return fits
}

export interface Manifold {
  readonly zones: Job['zones']
  /** Lands the centre's dry contact between the two buses of the boiler's call. */
  joinCall(hot: Bus, back: Bus): void
}

/**
 * Hangs the centre at the manifold and lands its rooms on it: thermostat and heads of each on a channel, and its pump contact
 * between line and the manifold's own pump where it has one. Its supply joins the mains, which are landed afterwards.
 */
export function hangManifold(job: Job, wirer: Wirer, mains: Mains): Manifold {
  const rooms = onManifold(job)
  const room = job.survey.boiler.place
  const place = rooms[0]!.valvePlace
  const away = place !== room
  const run = Math.max(...rooms.map((zone) => zone.run))
  const { live, neutral, earth } = wirer.lineColours
  wirer.hang('PN1', job.survey.panel!, 'Manifold centre', place)
  const line = catalogue.get(job.survey.panel!)?.terminals.h1?.circuit === 'line voltage'
  const by = (cable: string, colour: string) => (away ? { length: run, cable, core: colour, colour } : { length: 2 })
  if (away) {
    wirer.cable('MC1', 'Supply of the manifold centre', room, place, run, {
      [live]: live,
      [neutral]: neutral,
      [earth]: earth,
    })
    wirer.cable('MC2', 'Boiler call of the manifold centre', room, place, run, { orange: 'orange', brown: 'brown' })
  }
  mains.live.join('PN1.l', by('MC1', live))
  mains.neutral.join('PN1.n', by('MC1', neutral))
  mains.earth.join('PN1.e', by('MC1', earth))
  const pump = rooms.some(({ ownPump }) => ownPump) ? 'PM1' : undefined
  if (pump) {
    wirer.hang(pump, 'pump/circulator', 'Manifold pump', place)
    wirer.wire('PN1.l', 'PN1.ps1', live, 0.1, { line: true })
    wirer.wire('PN1.ps2', `${pump}.l`, live, 1, { line: true })
    wirer.wire('PN1.n', `${pump}.n`, neutral, 1, { line: true })
    wirer.wire('PN1.e', `${pump}.e`, earth, 1, { line: true })
  }
  const zones: Job['zones'] = {}
  for (const [i, zone] of rooms.entries()) {
    const channel = i + 1
    const hands = new ZoneHands(wirer, zone, place, line)
    hands.hangThermostat()
    const heads = hands.hangHeads(zone.heads ?? 1)
    const { thermostat, thermostatId } = hands
    const land = (terminal: string, { point, by }: End) =>
      wirer.wire(`PN1.${terminal}`, point, by.colour ?? 'white', by.length, {
        line,
        ...(by.cable ? { cable: by.cable } : {}),
        ...(by.core ? { core: by.core } : {}),
      })
    // A thermostat with a feed of its own has its contact linked to it.
    if (thermostat.live) wirer.link(thermostatId, thermostat.live, thermostat.feed)
    land(`r${channel}`, hands.atThermostat(thermostat.live ? 'live' : 'feed'))
    land(`w${channel}`, hands.atThermostat('call'))
    if (thermostat.common) land(`c${channel}`, hands.atThermostat('common'))
    for (const head of heads)
      for (const [lead, terminal] of [
        ['m1', `h${channel}`],
        ['m2', `b${channel}`],
      ] as const)
        wirer.wire(`${head}.${lead}`, `PN1.${terminal}`, wirer.leadColour(`${head}.${lead}`) ?? 'white', 1, { line })
    const [valve, ...also] = heads
    const { id, relay: _relay, pump: _pump, alsoValves: _also, ...rest } = zone
    zones[id] = {
      ...rest,
      thermostat: thermostatId,
      valve: valve!,
      ...(also.length > 0 ? { alsoValves: also } : {}),
      ...(pump ? { pump } : {}),
    }
  }
  return {
    zones,
    joinCall(hot, back) {
      hot.join('PN1.x1', by('MC2', 'orange'))
      back.join('PN1.x2', by('MC2', 'brown'))
    },
  }
}
