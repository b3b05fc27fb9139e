import { listed } from '../words/listed.ts'
import { labelOf, terminalInWords } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const signalArrives: Rule = {
  id: 'signal-arrives',
  name: 'A valve that follows a signal hears one, and no other',
  check({ job, poles, simulation, landed }) {
    const parts = [...simulation.netlist.parts.values()]
    const outputs = parts.flatMap(({ id, kind, nodes }) =>
      (kind.roles.signals ?? []).map(([plus]) => ({ part: id, terminal: plus, node: nodes.get(plus)! })),
    )
    const arriving = parts.flatMap(({ id, kind, nodes }): Found[] => {
      const { feed, permanent } = kind.hookup ?? {}
      // One that has no power yet is still to be wired.
      if (!kind.roles.listens || !feed || !permanent || landed.on(id, permanent).length === 0) return []
      const heard = outputs.filter(({ node }) => poles.metal.joined(node, nodes.get(feed)!))
      if (heard.length === 1) return []
      const at = [{ part: id, terminal: feed }, ...landed.on(id, feed).map((wire) => ({ wire }))]
      const name = terminalInWords(job, id, feed)
      if (heard.length === 0)
        return [
          {
            severity: 'fails',
            at,
            says: `${name} hears no signal.`,
            why: 'Powered without a signal it stands at its zero end, whatever is asked.',
            remedy: 'Bring the output of what asks for this zone to it.',
          },
        ]
      const said = listed(heard.map(({ part, terminal }) => terminalInWords(job, part, terminal)))
      return [
        {
          severity: 'fails',
          at: [...at, ...heard.map(({ part, terminal }) => ({ part, terminal }))],
          says: `${name} hears ${said} at once.`,
          why: 'Outputs that are joined drive against each other: what arrives is asked by neither, and they can be damaged.',
          remedy: `Bring one output to ${labelOf(job, id)}, and take the others off.`,
          together: {
            key: poles.copper.of(nodes.get(feed)!),
            name,
            says: (names: string) => `${names} hear ${said} at once.`,
            remedy: 'Take off the conductor that joins the outputs.',
          },
        },
      ]
    })
    // What a valve waits for is said there, once.
    const given = new Set(outputs.map(({ part, terminal }) => `${part}.${terminal}`))
    const dangling = landed.all.flatMap(({ part, terminal, described, kind, says, wires }): Found[] => {
      if (described.circuit !== 'signal' || kind.class === 'joint' || wires.length === 0) return []
      if (given.has(`${part}.${terminal}`) || (kind.roles.listens && kind.hookup?.feed === terminal)) return []
      const node = poles.node(part, terminal)!
      const company = landed.all.some(
        (other) =>
          other.kind.class !== 'joint' &&
          !(other.part === part && other.terminal === terminal) &&
          poles.metal.joined(node, poles.node(other.part, other.terminal)!),
      )
      return company
        ? []
        : [
            {
              severity: 'fails',
              at: [{ part, terminal }, ...wires.map((wire) => ({ wire }))],
              says: `${says} leads nowhere.`,
              why: 'What it should tell, or be told, does not arrive.',
              remedy: 'Land the missing conductor.',
            },
          ]
    })
    return [...arriving, ...dangling]
  },
}
