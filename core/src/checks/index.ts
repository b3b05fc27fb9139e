import type { Job } from '../job/schema.ts'
import { loopsOf } from '../loops/loops.ts'
import { Simulation } from '../motion/simulation.ts'
import { Poles } from '../poles/poles.ts'
import { type Alone, calledAlone } from './alone.ts'
import { alwaysCalled } from './always-called.ts'
import { backFeed } from './back-feed.ts'
import { bridged } from './bridged.ts'
import { burnerChain } from './burner-chain.ts'
import { capacity } from './capacity.ts'
import { contactLink } from './contact-link.ts'
import { contactRating } from './contact-rating.ts'
import { crossed } from './crossed.ts'
import { diverterTurns } from './diverter-turns.ts'
import { earthBorrowed } from './earth-borrowed.ts'
import { earthReaches } from './earth-reaches.ts'
import { endSwitchesParallel } from './end-switches-parallel.ts'
import type { Finding, Rule, Severity, Wired } from './finding.ts'
import { halfLanded } from './half-landed.ts'
import { isolatorKills } from './isolator-kills.ts'
import { Landed } from './landed.ts'
import { lineOnLow } from './line-on-low.ts'
import { loadHasLoop } from './load-has-loop.ts'
import { loadResistorFits } from './load-resistor.ts'
import { loadsInSeries } from './loads-in-series.ts'
import { loopsApart } from './loops-apart.ts'
import { mixedClasses } from './mixed-classes.ts'
import { neutralWhole } from './neutral-whole.ts'
import { oneCause } from './one-cause.ts'
import { oneSource } from './one-source.ts'
import { overRun } from './over-run.ts'
import { ownThermostat } from './own-thermostat.ts'
import { pairsExchanged } from './pairs-exchanged.ts'
import { panelLink } from './panel-link.ts'
import { permanentFeed } from './permanent-feed.ts'
import { provenAssumed } from './proven-assumed.ts'
import { restContact } from './rest-contact.ts'
import { sharedThermostat } from './shared-thermostat.ts'
import { shorted } from './shorted.ts'
import { type Short, shortsOf } from './shorts.ts'
import { signalArrives } from './signal-arrives.ts'
import { sleeved } from './sleeved.ts'
import { sourcesJoined } from './sources-joined.ts'
import { spareContact } from './spare-contact.ts'
import { spareCores } from './spare-cores.ts'
import { thermostatCommon } from './thermostat-common.ts'
import { transformerSize } from './transformer-size.ts'
import { usedCap } from './used-cap.ts'

export type { Finding, Severity } from './finding.ts'
export { openFindings } from './open-findings.ts'

/** Every rule of good wiring. A new one is a new file and one line here. */
export const rules: readonly Rule[] = [
  lineOnLow,
  shorted,
  loopsApart,
  sourcesJoined,
  isolatorKills,
  neutralWhole,
  earthBorrowed,
  earthReaches,
  bridged,
  burnerChain,
  pairsExchanged,
  mixedClasses,
  spareContact,
  halfLanded,
  oneSource,
  loadHasLoop,
  loadsInSeries,
  crossed,
  ownThermostat,
  restContact,
  contactLink,
  permanentFeed,
  thermostatCommon,
  panelLink,
  alwaysCalled,
  endSwitchesParallel,
  backFeed,
  diverterTurns,
  signalArrives,
  loadResistorFits,
  contactRating,
  transformerSize,
  usedCap,
  capacity,
  overRun,
  provenAssumed,
  sharedThermostat,
  sleeved,
  spareCores,
]

const order: readonly Severity[] = ['danger', 'fails', 'tidy']

/**
 * Holds the wiring of a job against every rule. Danger first.
 * @param supposed what is wrong with it: rules look at the wiring, and at what of this is a matter of wiring
 */
export function findingsOf(job: Job, supposed: readonly { readonly id: string }[] = []): Finding[] {
  const wired = wiredOf(job, supposed)
  const found = rules.flatMap((rule) => rule.check(wired).map((one) => ({ ...one, rule: rule.id })))
  return oneCause(found, wired.poles)
    .map(({ together, explainedBy, upstream, ...one }) => {
      const { caution } = rules.find(({ id }) => id === one.rule)!
      return { ...one, id: idOf(one.rule, one.at), ...(caution && one.severity !== 'tidy' ? { caution } : {}) }
    })
    .sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity))
}

/** The sound wiring of a job, and what the rules ask about it. */
export function wiredOf(job: Job, supposed: readonly { readonly id: string }[] = []): Wired {
  const simulation = new Simulation(job)
  const poles = new Poles(simulation.netlist, job)
  let alone: Alone | undefined
  let shorts: readonly Short[] | undefined
  return {
    job,
    supposed: new Set(supposed.map(({ id }) => id)),
    simulation,
    loops: loopsOf(simulation, job),
    poles,
    landed: new Landed(job),
    alone: () => (alone ??= calledAlone(job)),
    shorts: () => (shorts ??= shortsOf(simulation, poles)),
  }
}

/** The rule and the first three things it stands on. */
const idOf = (rule: string, at: Finding['at']) =>
  `${rule}:${at
    .slice(0, 3)
    .map(({ part, terminal, wire, cable }) => [part, terminal, wire, cable].filter(Boolean).join('.'))
    .join('+')}`.slice(0, 300)
