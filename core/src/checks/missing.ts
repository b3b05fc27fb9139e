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
  if (ends.some((end) => lacking.has(poles.gap(end)))) return true
  // A source that has one side bare, where the part hangs on the other.
  const source = parts.get(spot?.part ?? '')
  const pair = source?.kind.roles.feeds
  if (!source || !pair?.includes(spot!.terminal ?? '')) return false
  const other = source.nodes.get(pair.find((terminal) => terminal !== spot!.terminal)!)!
  return ends.some((end) => poles.metal.joined(end, other))
}

/**
 * Does a boiler's call pair lack its conductor to here? So it is where nothing is landed on the one terminal of the pair, and
 * the other is joined with the far side of what is open here: one conductor is missing, and has two ends.
 * @param node the far side
 */
export function isOtherEnd(poles: Poles, { rule, at }: Ruled, node: number): boolean {
  const [spot] = at
  if (rule !== 'half-landed' || !spot) return false
  const call = poles.calls.find(
    ({ part, hot, back }) => part.id === spot.part && [hot, back].includes(spot.terminal ?? ''),
  )
  if (!call) return false
  return poles.copper.joined(spot.terminal === call.hot ? call.backNode : call.hotNode, node)
}
