import type { Found, Rule } from './finding.ts'

export const earthReaches: Rule = {
  id: 'earth-reaches',
  name: 'Earth reaches every metal part',
  caution: 'Without its earth a fault makes the case live: isolate before you go near it.',
  check({ poles, landed }) {
    const { earth } = poles
    if (earth === undefined) return []
    return landed.all.flatMap(({ part, terminal, kind, described, says, wires }): Found[] => {
      if (described.circuit !== 'earth' || kind.class === 'supply') return []
      const node = poles.node(part, terminal)!
      if (poles.copper.joined(node, earth)) return []
      return [
        {
          severity: 'danger',
          at: [{ part, terminal }, ...wires.map((wire) => ({ wire }))],
          says: `${says} is not joined to earth.`,
          why: 'A fault inside makes its case live, and nothing trips.',
          remedy: 'Join it with the other earths.',
          together: {
            key: poles.copper.of(node),
            name: says,
            says: (names) => `${names} are not joined to earth.`,
            remedy: 'Join what they hang on with the other earths.',
          },
        },
      ]
    })
  },
}
