import type { Layout, Terminal } from './kind.ts'

/**
 * The ways in which the channels of a panel may lie: all of one zone together, or all thermostats in a row and all valves in
 * another. What is no channel's own keeps its place at the front.
 * @param channel which terminals belong to a channel's thermostat, and which to its valve; undefined for neither
 * @example layoutsOf(terminals, (name) => name.startsWith('v') ? 'valve' : undefined)
 */
export function layoutsOf(
  terminals: Readonly<Record<string, Terminal>>,
  channel: (terminal: string) => 'thermostat' | 'valve' | undefined,
): Layout[] {
  const names = Object.keys(terminals)
  const of = (what: 'thermostat' | 'valve' | undefined) => names.filter((name) => channel(name) === what)
  return [
    { name: 'zones', says: 'zone by zone', order: names },
    {
      name: 'thermostats-first',
      says: 'all thermostats, then all valves',
      order: [...of(undefined), ...of('thermostat'), ...of('valve')],
    },
    {
      name: 'valves-first',
      says: 'all valves, then all thermostats',
      order: [...of(undefined), ...of('valve'), ...of('thermostat')],
    },
  ]
}
