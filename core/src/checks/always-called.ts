import type { Netlist } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { endSwitchOf } from '../parts/roles.ts'
import type { Poles } from '../poles/poles.ts'
import { labelOf, terminalInWords } from '../words/words.ts'
import type { Finding, Found, Rule } from './finding.ts'

/** The fault by which a kind describes its factory link. */
const LINK = 'linkLeftIn'

export const alwaysCalled: Rule = {
  id: 'always-called',
  name: 'Nothing calls the boiler while every valve is shut',
  caution: 'The boiler can fire against shut valves: switch it off until this is put right.',
  check({ job, supposed, poles, landed, simulation }) {
    const found: Found[] = []
    const { parts } = simulation.netlist
    for (const boiler of parts.values()) {
      const pair = boiler.kind.class === 'boiler' ? boiler.kind.roles.callPair : undefined
      if (!pair) continue
      const [a, b] = pair.map((terminal) => boiler.nodes.get(terminal)!) as [number, number]
      const left = supposed.has(`part:${boiler.id}/${LINK}`)
      if (!left && !poles.copper.joined(a, b)) continue
      const link = left ? undefined : theLink(simulation.netlist, poles, a, b)
      const of = link === undefined ? undefined : job.wires[link]!
      // The link at the boiler's own two terminals needs no other words.
      const elsewhere = of && !(of.from.part === boiler.id && of.to.part === boiler.id) ? of : undefined
      const wires = link === undefined ? poles.bridges(a, b) : [link]
      const ends = elsewhere
        ? `, from ${terminalInWords(job, of!.from.part, of!.from.terminal)} to ${terminalInWords(job, of!.to.part, of!.to.terminal)}`
        : boiler.kind.faults?.some(({ name }) => name === LINK)
          ? ': the factory link is still in'
          : ''
      found.push({
        severity: 'fails',
        at: [
          ...pair.map((terminal) => ({ part: boiler.id, terminal })),
          ...wires.flatMap((wire) => [{ wire }, job.wires[wire]!.from, job.wires[wire]!.to]),
        ],
        says: `The call pair of ${labelOf(job, boiler.id)} is linked${ends}.`,
        why: 'The boiler runs day and night, whatever the valves do.',
        remedy: of && elsewhere ? `Take wire ${of.label} off.` : 'Take the link out.',
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
    const [link, ...more] = at.flatMap(({ wire }) => wire ?? [])
    if (link !== undefined && more.length === 0) delete draft.wires[link]
    for (const [id, { from, to }] of Object.entries(draft.wires))
      if (from.part === spot?.part && to.part === spot?.part) delete draft.wires[id]
  },
}

/**
 * The one conductor by which two nodes of a call are joined, if one alone can be named: without it neither they would be, nor the
 * two sides of any switch that lies between them.
 */
function theLink({ parts }: Netlist, poles: Poles, a: number, b: number): string | undefined {
  const switches = [...parts.values()].flatMap(({ kind, branches }) => {
    const branch = branches.get(endSwitchOf(kind.roles) ?? '')
    const isHere = branch && poles.copper.joined(branch.a, a) && poles.copper.joined(branch.b, a)
    return isHere ? [poles.bridges(branch.a, branch.b)] : []
  })
  const [link, ...more] = poles.bridges(a, b).filter((wire) => switches.every((some) => some.includes(wire)))
  return more.length === 0 ? link : undefined
}
