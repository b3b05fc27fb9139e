import type { Found, Rule } from './finding.ts'

export const lineOnLow: Rule = {
  id: 'line-on-low',
  name: 'No line voltage on a low-voltage terminal',
  caution:
    'Isolate, lock off, prove dead before a conductor is moved. What has had line voltage on it is not used again.',
  check({ poles, landed }) {
    const line = poles.line
    if (!line) return []
    return landed.all.flatMap(({ part, terminal, kind, described, says, wires }): Found[] => {
      const low = described.circuit === 'low voltage' || described.circuit === 'signal'
      if (!low || described.dry || kind.class === 'joint' || wires.length === 0) return []
      const node = poles.node(part, terminal)!
      const pole = [
        ['live', line.hotNode],
        ['neutral', line.backNode],
      ].find(([, at]) => poles.metal.joined(node, at as number))
      if (!pole) return []
      return [
        {
          severity: 'danger',
          at: [{ part, terminal }, ...wires.map((wire) => ({ wire }))],
          says: `${says} is joined to the line’s ${pole[0]}.`,
          why: 'A low-voltage part at line voltage burns, and puts line voltage on every wire that goes on from it.',
          remedy: 'Take that conductor off; this terminal belongs to a low-voltage circuit.',
          together: {
            key: pole[0] as string,
            name: says,
            says: (names) => `${names} are joined to the line’s ${pole[0]}.`,
            remedy:
              'Find the conductor that joins them to the line, and take it off; these terminals belong to a low-voltage circuit.',
          },
        },
      ]
    })
  },
}
