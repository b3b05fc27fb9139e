import { circuitIn } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { withParts } from '../job/zones.ts'
import { listed } from '../words/listed.ts'
import { controllerZones } from './controller-zones.ts'
import { diverterPlan } from './diverter.ts'
import { refused } from './facts.ts'
import { lineCombination } from './line-combination.ts'
import { linePumpsOnCalls } from './line-pumps-on-calls.ts'
import { lineRelayEach } from './line-relay-each.ts'
import { lineSwitchedLive } from './line-switched-live.ts'
import { lineSwitchesAlone } from './line-switches-alone.ts'
import { manifoldLine } from './manifold-line.ts'
import { manifoldLow } from './manifold-low.ts'
import { midPosition } from './mid-position.ts'
import { plain, withOwnKinds } from './own-kinds.ts'
import { panelBothPumps } from './panel-both-pumps.ts'
import { panelPumpRelays } from './panel-pump-relays.ts'
import { panelPumpsApart } from './panel-pumps-apart.ts'
import { panelSystemPump } from './panel-system-pump.ts'
import { powerBothWays } from './power-both-ways.ts'
import type { Fit, Scheme } from './scheme.ts'
import { type SchoolName, schoolOf, schools } from './schools.ts'
import { handSetter } from './signal-setter.ts'
import { standInRelay } from './stand-in-relay.ts'
import { thermostatFirst } from './thermostat-first.ts'
import { thermostatFirstCommon } from './thermostat-first-common.ts'
import { transformerEach } from './transformer-each.ts'
import { transformersShared } from './transformers-shared.ts'
import { unheard } from './unheard.ts'
import { valveFirst } from './valve-first.ts'
import { valveSupply } from './valve-supply.ts'
import type { Wiring } from './wirer.ts'

/** Every way of wiring, in the order they are offered. A new one is a new file and one line here. */
export const schemes: readonly Scheme[] = [
  thermostatFirst,
  thermostatFirstCommon,
  valveFirst,
  standInRelay,
  transformerEach,
  transformersShared,
  valveSupply,
  panelSystemPump,
  panelBothPumps,
  panelPumpsApart,
  panelPumpRelays,
  lineSwitchedLive,
  lineCombination,
  lineRelayEach,
  linePumpsOnCalls,
  lineSwitchesAlone,
  diverterPlan,
  handSetter,
  powerBothWays,
  controllerZones,
  midPosition,
  manifoldLow,
  manifoldLine,
]

export const schemeCalled = (id: string) => schemes.find((scheme) => scheme.id === id)

/** Does a way fit what was surveyed, the user's own kinds included, or why not? */
export function fitOf(scheme: Scheme, job: Job): Fit {
  if (scheme.needsBoiler !== false && job.survey.boiler.kind === '')
    return refused('No boiler is surveyed, and this way calls one.')
  const asked = plain(job)
  const fit = scheme.fits(asked)
  if (!fit.fits) return fit
  const left = unheard(asked, madeBy(scheme, asked))
  return left.length === 0
    ? fit
    : refused(
        `It has no place for ${listed(left)}. Choose a way that has, or take ${left.length > 1 ? 'them' : 'it'} out of the survey.`,
      )
}

/** What a way makes; of the parts a zone had by another way none is left to it. */
function madeBy(scheme: Scheme, job: Job): Wiring & { readonly zones: Job['zones'] } {
  const made = scheme.wire(job)
  const hangs = (id: string) => (made.parts[id] ? id : undefined)
  const zones = Object.entries(made.zones).map(([id, zone]) => [id, withParts(zone, hangs)] as const)
  return { parts: made.parts, cables: made.cables, wires: made.wires, zones: Object.fromEntries(zones) }
}

/** Everything a way makes of what was surveyed. */
export const wiringBy = (scheme: Scheme, job: Job): Wiring & { readonly zones: Job['zones'] } =>
  withOwnKinds(job, madeBy(scheme, plain(job)))

/** How many of the job's schools a way goes against. */
function against(job: Job, scheme: Scheme): number {
  return (Object.keys(schools) as SchoolName[]).filter((name) => {
    const wants = scheme.school?.[name]
    return wants !== undefined && wants !== schoolOf(job, name)
  }).length
}

/** The ways that fit, those of the job's own school first. */
export const fittingSchemes = (job: Job): Scheme[] =>
  schemes.filter((scheme) => fitOf(scheme, job).fits).sort((a, b) => against(job, a) - against(job, b))

/** The job wired by a way, in place of whatever was wired before. */
export function wiredBy(job: Job, scheme: Scheme): Job {
  const made = wiringBy(scheme, job)
  return { ...job, ...made, wired: circuitIn(made), scheme: { id: scheme.id } }
}
