import type { Found, Rule } from './finding.ts'

export const spareContact: Rule = {
  id: 'spare-contact',
  name: 'A spare rest core ends in a terminal of its own',
  caution: 'It can be live while the valve is shut. Isolate, lock off, prove dead.',
  check({ poles, landed }) {
    return landed.all.flatMap(({ part, terminal, kind, says, wires }): Found[] => {
      if (!kind.hookup?.spare?.includes(terminal)) return []
      const node = poles.node(part, terminal)!
      const company = landed.all.filter(
        (other) =>
          other.part !== part &&
          other.kind.class !== 'joint' &&
          other.wires.length > 0 &&
          poles.copper.joined(node, poles.node(other.part, other.terminal)!),
      )
      const at = [{ part, terminal }, ...wires.map((wire) => ({ wire }))]
      if (wires.length === 0)
        return [
          {
            severity: 'danger',
            at,
            says: `The spare rest core ${says} is loose.`,
            why: 'By the layout of its switch it is live while the valve is shut, always or whenever another zone is on.',
            remedy: 'End it in a blank terminal of its own, insulated and labelled.',
          },
        ]
      if (company.length > 0)
        return [
          {
            severity: 'fails',
            at: [...at, ...company.slice(0, 4).map((one) => ({ part: one.part, terminal: one.terminal }))],
            says: `The spare rest core ${says} is joined to ${company[0]!.says}.`,
            why: 'It feeds that part while the valve is shut.',
            remedy: 'End it in a blank terminal of its own.',
          },
        ]
      return []
    })
  },
}
