import type { Simulation } from '../motion/simulation.ts'
import { Simulation as Bench } from '../motion/simulation.ts'
import type { Poles } from '../poles/poles.ts'
import { listed } from '../words/listed.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

/** Volts from which something counts as live. */
const LIVE = 5

export const isolatorKills: Rule = {
  id: 'isolator-kills',
  name: 'Opening any switch of the supply kills everything',
  caution: 'Two feeds: isolate both, lock off, and prove every terminal dead before you touch one.',
  check({ job, simulation, poles }) {
    const guards = [...simulation.netlist.parts.values()].filter(({ kind }) => kind.class === 'switch')
    // Switches that leave the same live are passed by at one place: that is one thing to put right.
    const passed = new Map<string, { live: string[]; by: string[] }>()
    for (const { id } of guards) {
      const live = loadsLive(new Bench(job, { [id]: { closed: false } }))
      const key = live.join(' ')
      if (live.length > 0) passed.set(key, { live, by: [...(passed.get(key)?.by ?? []), id] })
    }
    return [...passed.values()].map(({ live, by }): Found => {
      const names = [...new Set(live.map((part) => labelOf(job, part)))]
      const switches = by.map((id) => labelOf(job, id))
      const stay = names.length === 1 ? 'stays' : 'stay'
      const said = listed(names.length > 4 ? [...names.slice(0, 3), `${names.length - 3} more`] : names)
      const [only] = by
      const bridge = by.length === 1 ? bridgeOf(simulation, poles, only!) : []
      if (bridge.length > 0)
        return {
          severity: 'danger',
          at: [{ part: only! }, ...bridge.map((wire) => ({ wire })), ...spots(live)],
          says: `${switches[0]} is bridged: ${said} ${stay} live with it open.`,
          why: 'Whoever works here believes everything is dead.',
          remedy: 'Take the bridge off, and prove that the switch kills everything.',
        }
      return {
        severity: 'danger',
        at: [...by.map((part) => ({ part })), ...spots(live)],
        says: `${said} ${stay} live with ${listed(switches, 'or')} open.`,
        why: 'Whoever works here believes everything is dead. A second feed, or a bridge past the switch, is not.',
        remedy: 'Bring every feed through the one isolator, and prove it.',
      }
    })
  },
}

const spots = (parts: readonly string[]) => [...new Set(parts)].slice(0, 12).map((part) => ({ part }))

/** The conductors that bridge a switch; none where nothing does. */
const bridgeOf = ({ netlist }: Simulation, poles: Poles, id: string): string[] =>
  [...netlist.parts.get(id)!.branches.values()].flatMap(({ form, a, b }) =>
    form === 'contact' ? poles.bridges(a, b) : [],
  )

/** Parts with something on them that is fed from the line. */
function loadsLive(bench: Simulation): string[] {
  bench.circuit.solve()
  const found: string[] = []
  for (const part of bench.netlist.parts.values()) {
    if (part.kind.class === 'supply') continue
    for (const branch of part.branches.values())
      if (branch.form === 'load' && bench.circuit.volts(branch.a, branch.b) > LIVE) found.push(part.id)
    for (const winding of part.windings.values())
      if (bench.circuit.volts(winding.nodes[0], winding.nodes[1]) > LIVE) found.push(part.id)
  }
  return found
}
