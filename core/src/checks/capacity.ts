import { terminalName } from '../circuit/netlist.ts'
import { kindOf } from '../parts/index.ts'
import { markingOf } from '../words/words.ts'
import type { Rule, Ruled } from './finding.ts'

/** What is put right by taking a conductor off again, which leaves room where it was landed. */
const TAKEN_OFF = new Set([
  'own-thermostat',
  'always-called',
  'bridged',
  'isolator-kills',
  'shorted',
  'loops-apart',
  'line-on-low',
  'sources-joined',
  'spare-contact',
  'panel-link',
  'back-feed',
])

export const capacity: Rule = {
  id: 'capacity',
  name: 'No terminal holds more conductors than it takes',
  check({ job }) {
    const held = new Map<string, { part: string; terminal: string; wires: string[] }>()
    for (const [wire, { from, to }] of Object.entries(job.wires))
      for (const end of [from, to]) {
        const key = terminalName(end)
        const here = held.get(key) ?? { ...end, wires: [] }
        here.wires.push(wire)
        held.set(key, here)
      }
    return [...held.values()].flatMap(({ part, terminal, wires }) => {
      const takes = kindOf(job.parts[part]!)?.terminals[terminal]?.takes ?? wires.length
      if (wires.length <= takes) return []
      const name = `${job.parts[part]!.label} ${markingOf(job, part, terminal)}`
      return [
        {
          severity: 'tidy' as const,
          at: [{ part, terminal }, ...wires.map((wire) => ({ wire }))],
          says: `${name} holds ${wires.length} conductors and takes ${takes}.`,
          why: 'A crowded terminal lets one conductor work loose, and loose joints cost hours.',
          remedy: 'Bring them together in a connector with enough ways, and land one conductor here.',
          explainedBy: (other: Ruled) =>
            TAKEN_OFF.has(other.rule) && other.at.some(({ wire }) => wire !== undefined && wires.includes(wire)),
        },
      ]
    })
  },
}
