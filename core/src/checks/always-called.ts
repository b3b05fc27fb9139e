import type { Job } from '../job/schema.ts'
import { labelOf } from '../words/words.ts'
import type { Finding, Found, Rule } from './finding.ts'

/** The fault by which a kind describes its factory link. */
const LINK = 'linkLeftIn'

export const alwaysCalled: Rule = {
  id: 'always-called',
  name: 'Nothing calls the boiler while every valve is shut',
  caution: 'The boiler can fire against shut valves: switch it off until this is put right.',
  check({ job, supposed, poles, landed, simulation }) {
    const found: Found[] = []
    for (const call of poles.calls) {
      const part = call.part.id
      const fed = simulation.netlist.parts.get(part)
      const at = [
        { part, terminal: call.hot },
        { part, terminal: call.back },
        ...poles
          .bridges(call.hotNode, call.backNode)
          .flatMap((wire) => [
            { wire },
            { part: job.wires[wire]!.from.part, terminal: job.wires[wire]!.from.terminal },
            { part: job.wires[wire]!.to.part, terminal: job.wires[wire]!.to.terminal },
          ]),
      ]
      const linked = supposed.has(`part:${part}/${LINK}`)
      if (linked || poles.copper.joined(call.hotNode, call.backNode))
        found.push({
          severity: 'fails',
          at,
          says: `The call pair of ${labelOf(job, part)} is linked${fed?.kind.faults?.some(({ name }) => name === LINK) ? ': the factory link is still in' : ''}.`,
          why: 'The boiler runs day and night, whatever the valves do.',
          remedy: 'Take the link out.',
        })
    }
    const { line } = poles
    if (!line) return found
    for (const { part, terminal, kind, described, says, wires } of landed.all) {
      if (kind.class !== 'boiler' || described.circuit !== 'line voltage') continue
      if (described.role !== 'switched live' && !described.role.endsWith(' call')) continue
      if (!poles.onRail(poles.node(part, terminal), line.hotNode)) continue
      found.push({
        severity: 'fails',
        at: [{ part, terminal }, ...wires.map((wire) => ({ wire }))],
        says: `${says} is on permanent live.`,
        why: 'The boiler is called all the time, with every valve shut.',
        remedy: 'Only the valves’ switch outputs may feed it.',
      })
    }
    return found
  },
  mend(draft: Job, { at }: Finding) {
    const [spot] = at
    for (const [id, { from, to }] of Object.entries(draft.wires))
      if (from.part === spot?.part && to.part === spot?.part) delete draft.wires[id]
  },
}
