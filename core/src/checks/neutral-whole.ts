import type { Found, Rule } from './finding.ts'

export const neutralWhole: Rule = {
  id: 'neutral-whole',
  name: 'Neutral reaches everything, and no single pole switches it',
  caution: 'Line voltage: isolate, lock off, prove dead before a conductor is moved.',
  check({ poles, landed }) {
    const line = poles.line
    if (!line) return []
    return landed.all.flatMap(({ part, terminal, kind, described, says, wires }): Found[] => {
      if (described.circuit !== 'line voltage' || kind.class === 'supply' || kind.class === 'switch') return []
      const role = described.role
      const back = kind.hookup?.back === terminal || kind.hookup?.common === terminal
      if (!(role.includes('neutral') || back)) return []
      // An output's neutral is joined to the part's own inside it.
      const node = poles.node(part, terminal)!
      if (poles.onRail(node, line.backNode)) return []
      const gives = kind.class === 'boiler' || kind.class === 'panel'
      // A spare output lacks nothing; the part's own neutral does, where others have theirs from it.
      const own = role === 'neutral' || role === 'neutral in'
      const others = landed.all.some(
        (one) =>
          one.part === part && one.wires.length > 0 && poles.copper.joined(node, poles.node(part, one.terminal)!),
      )
      if (wires.length === 0 && gives && !(own && others)) return []
      const at = [{ part, terminal }, ...wires.map((wire) => ({ wire }))]
      if (poles.onRail(node, line.hotNode))
        return [
          {
            severity: 'danger',
            at,
            says: `${says} wants neutral and is on live.`,
            why: 'Live and neutral are exchanged: the part stays live when its switch is off.',
            remedy: 'Exchange the two conductors.',
          },
        ]
      if (poles.metal.joined(node, line.backNode))
        return [
          {
            severity: 'danger',
            at,
            says: `The neutral of ${says} passes a contact.`,
            why: 'With a switched neutral the part stands still and its every wire stays live.',
            remedy: 'Bring neutral straight to it, and switch the live.',
          },
        ]
      if (poles.metal.joined(node, line.hotNode))
        return [
          {
            severity: 'danger',
            at,
            says: `${says} wants neutral and is on a switched live.`,
            why: 'Live and neutral are exchanged there.',
            remedy: 'Bring neutral to it.',
          },
        ]
      return [
        {
          severity: 'fails',
          at,
          says: `${says} has no neutral.`,
          why: 'Without a return nothing flows, and its other terminal stays at line voltage.',
          remedy: 'Bring neutral to it.',
          together: {
            key: poles.copper.of(node),
            name: says,
            says: (names) => `${names} have no neutral.`,
            remedy: 'Bring neutral to what joins them.',
          },
        },
      ]
    })
  },
}
