import type { Netlist } from '../circuit/netlist.ts'
import type { Poles } from '../poles/poles.ts'
import type { Ruled } from './finding.ts'

/** Rules that tell of a conductor that is missing, the one that says most of it first. */
export const MISSING: readonly string[] = [
  'neutral-whole',
  'permanent-feed',
  'thermostat-common',
  'contact-link',
  'rest-contact',
  'panel-link',
  'half-landed',
  'load-has-loop',
]

/**
 * Does a part find its way through others only because the conductor is missing that another finding tells of?
 * @param part by its id
 */
export function isAstray({ parts }: Netlist, poles: Poles, part: string, { rule, at }: Ruled): boolean {
  if (!MISSING.includes(rule)) return false
  const { kind, nodes } = parts.get(part)!
  const ends = Object.keys(kind.terminals).map((terminal) => nodes.get(terminal)!)
  const lacking = poles.gaps(at)
  const [spot] = at
  const ofSource = parts.get(spot?.part ?? '')?.kind.roles.feeds?.includes(spot?.terminal ?? '') === true
  return ends.some((end) => lacking.has(poles.gap(end)) || (ofSource && poles.isLost(end)))
}
