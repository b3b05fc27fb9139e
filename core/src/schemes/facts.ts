import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import { endSwitchOf } from '../parts/roles.ts'
import { listed } from '../words/listed.ts'
import type { Fit } from './scheme.ts'

type Zone = Job['zones'][string]

/** Zones whose valve fits no way but its own: none at all, or one that is turned by a machine. */
export const withoutValve = (zone: Zone) => zone.valveKind === ''

export const zoneNames = (job: Job, is: (zone: Zone) => boolean) =>
  Object.values(job.zones)
    .filter(is)
    .sort((a, b) => a.number - b.number)
    .map(({ name }) => name)

/** The thermostat needs power from R and C. */
export const isPowered = (zone: Zone) => catalogue.get(zone.thermostatKind)?.terminals.c !== undefined

/** The valve cannot prove that it is open. */
export const isUnproven = (zone: Zone) => endSwitchOf(catalogue.get(zone.valveKind)?.roles) === undefined

/** The valve's switch shares its return: it is not isolated from the valve's source. */
export const sharesItsSwitch = (zone: Zone) => catalogue.get(zone.valveKind)?.hookup?.proofShared === true

const circuitOf = (kind: string) => {
  const found = catalogue.get(kind)
  return found?.hookup ? found.terminals[found.hookup.feed]?.circuit : undefined
}

/** Thermostat or valve works at line voltage. A tank thermostat's dry contact suits both. */
export const isLineVoltage = (zone: Zone) =>
  circuitOf(zone.valveKind) === 'line voltage' ||
  (circuitOf(zone.thermostatKind) === 'line voltage' && zone.thermostatKind !== 'thermostat/tank')

/** Thermostat or valve works on 24 V. */
export const isLowVoltage = (zone: Zone) =>
  circuitOf(zone.valveKind) === 'low voltage' || circuitOf(zone.thermostatKind) === 'low voltage'

/** Numbers of the transformers that the survey shares its zones out between, in order. */
export const transformersAsked = (job: Job): number[] =>
  [...new Set(Object.values(job.zones).map(({ transformer }) => transformer ?? 1))].sort((a, b) => a - b)

export const isModulating = (zone: Zone) => zone.valveKind === 'valve/modulating'
export const isDiverter = (zone: Zone) => zone.valveKind === 'valve/diverter'
export const isMidPosition = (zone: Zone) => zone.valveKind === 'valve/mid-position'

/** Why a zone without a zone valve of its own fits none of the plans of zone valves, where there is one. */
export function valveless(job: Job): string | undefined {
  const turning = zoneNames(job, isDiverter)
  if (turning.length > 0) return `${listed(turning)}: a diverter serves two outlets, it is no zone valve of this plan.`
  const between = zoneNames(job, isMidPosition)
  if (between.length > 0)
    return `${listed(between)}: a mid-position valve serves heating and hot water; it has a plan of its own.`
  const signal = zoneNames(job, ({ valveKind }) => circuitOf(valveKind) === 'signal')
  if (signal.length > 0) return `${listed(signal)}: its valve follows a signal; this plan switches it by a contact.`
  const asked = zoneNames(job, ({ thermostatKind }) => catalogue.get(thermostatKind)?.class === 'controller')
  if (asked.length > 0)
    return `${listed(asked)}: a controller asks by a signal; these valves want a thermostat’s contact.`
  const none = zoneNames(job, withoutValve)
  return none.length > 0
    ? `${listed(none)}: no valve is surveyed; only beside a diverter does a zone go without.`
    : undefined
}

/** How a boiler is called: by closing its own isolated pair, by its valve supply, or by a live at line voltage. */
export type CallBy = 'dry pair' | 'valve supply' | 'switched live' | 'nothing'
export function callBy(kind: string): CallBy {
  const terminals = catalogue.get(kind)?.terminals ?? {}
  if ('t1' in terminals || 'v1' in terminals) return 'dry pair'
  if ('shared' in terminals) return 'valve supply'
  return 'sl' in terminals ? 'switched live' : 'nothing'
}

/** The two terminals of a boiler that a contact closes: its dry pair, or its call and the shared end of its valve supply. */
export function callPairOf(kind: string): readonly [string, string] {
  const terminals = catalogue.get(kind)?.terminals ?? {}
  if ('t1' in terminals) return ['t1', 't2']
  if ('v1' in terminals) return ['v1', 'v2']
  return ['call', 'shared']
}

export const fits: Fit = { fits: true }
export const refused = (why: string): Fit => ({ fits: false, why })

/** What every scheme asks: at least one zone. */
export const hasZones = (job: Job): Fit =>
  Object.keys(job.zones).length > 0 ? fits : refused('Survey at least one zone first.')

/** Can these zones hang on 24 V loops and call this boiler dry? */
export function lowVoltageFit(job: Job): Fit {
  const line = zoneNames(job, isLineVoltage)
  if (line.length > 0) return refused(`${listed(line)}: works at line voltage; these loops are 24 V.`)
  const signal = zoneNames(job, isModulating)
  if (signal.length > 0)
    return refused(`${listed(signal)}: a modulating valve follows a signal, not a thermostat’s contact.`)
  const odd = valveless(job)
  if (odd) return refused(odd)
  const by = callBy(job.survey.boiler.kind)
  if (by === 'switched live')
    return refused(
      'The boiler wants a switched live at 230 V. A 24 V end switch may not carry it, and 24 V on SL calls nothing.',
    )
  if (by === 'valve supply')
    return refused(
      'The boiler’s call is not isolated: a second source on it would meet its own 24 V. Let it feed the valves.',
    )
  return fits
}

/** Can every one of these valves call the boiler with a dry end switch of its own? */
export function drySwitchFit(job: Job): Fit {
  const family = lowVoltageFit(job)
  if (!family.fits) return family
  const shared = zoneNames(job, sharesItsSwitch)
  if (shared.length > 0)
    return refused(
      `${listed(shared)}: its switch shares the valve’s common; across a dry call pair it would tie 24 V to the boiler’s board. It needs a relay.`,
    )
  const unproven = zoneNames(job, isUnproven)
  if (unproven.length > 0)
    return refused(`${listed(unproven)}: the valve has no end switch, so nothing would call the boiler.`)
  return hasZones(job)
}
