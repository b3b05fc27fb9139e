import type { Found, Rule } from './finding.ts'

export const permanentFeed: Rule = {
  id: 'permanent-feed',
  name: 'What needs a permanent feed has one',
  caution: 'A permanent feed bites when nothing calls: isolate, lock off, prove dead.',
  check({ poles, landed }) {
    const { line } = poles
    const hots = [...(line ? [line.hotNode] : []), ...poles.low.map(({ hotNode }) => hotNode)]
    const calls = poles.calls.flatMap(({ hotNode, backNode }) => [hotNode, backNode])
    const programmed = landed.all
      .filter(({ described }) => described.role.endsWith(' on'))
      .map(({ part, terminal }) => poles.node(part, terminal)!)
    return landed.all.flatMap(({ part, terminal, kind, described, says, wires }): Found[] => {
      const { hookup } = kind
      const always =
        hookup?.permanent === terminal ||
        hookup?.live === terminal ||
        (described.circuit === 'line voltage' &&
          (described.role === 'permanent live' || described.role === 'live' || described.role === 'line in') &&
          kind.class !== 'supply' &&
          kind.class !== 'pump' &&
          kind.class !== 'burner' &&
          kind.class !== 'switch' &&
          kind.class !== 'protection')
      if (!always) return []
      const node = poles.node(part, terminal)!
      if (poles.onRail(node, ...hots)) return []
      // A valve's switch may carry the boiler's own call voltage instead.
      const proof = hookup?.proof?.[0] === terminal
      // A switch with either side on the pair is a dry one: a permanent live there would go into the boiler's board.
      const sides = proof ? [node, poles.node(part, hookup.proof![1]!)!] : []
      if (sides.some((side) => calls.some((at) => poles.copper.joined(side, at)))) return []
      const at = [{ part, terminal }, ...wires.map((wire) => ({ wire }))]
      const timed = programmed.some((at) => poles.copper.joined(node, at))
      const valve = kind.class === 'valve'
      const feed = described.circuit === 'line voltage' ? 'live' : 'feed'
      return [
        {
          severity: 'fails',
          at,
          says: timed
            ? `${says} is fed by the programmer, not by permanent live.`
            : `${says} has no permanent ${feed}.`,
          why: valve
            ? proof
              ? 'The valve opens and its switch has nothing to pass on: nothing fires.'
              : 'Without it the valve does not move.'
            : 'It works only while something else happens to feed it, or not at all.',
          remedy: `Bring it ${feed === 'live' ? 'permanent live' : 'the 24 V feed'}.`,
          ...(!timed && {
            together: {
              key: poles.gap(node),
              name: says,
              says: (names: string) => `${names} have no permanent ${feed}.`,
              remedy: `Bring ${feed === 'live' ? 'permanent live' : 'the 24 V feed'} to what joins them.`,
            },
          }),
        },
      ]
    })
  },
}
