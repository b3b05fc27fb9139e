import { endSwitchOf } from '../parts/roles.ts'
import { markingOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'
import { isOtherEnd } from './missing.ts'

type Pair = readonly [string, string]

export const halfLanded: Rule = {
  id: 'half-landed',
  name: 'What is landed on one side is landed on the other',
  check({ job, simulation, landed, poles }) {
    return [...simulation.netlist.parts.values()].flatMap(({ id, kind, branches }) => {
      if (kind.class === 'joint') return []
      const { feeds, lanes = [], callSense, callContact, actuator, work } = kind.roles
      const isBare = (terminal: string) => landed.on(id, terminal).length === 0
      const isHalf = ([a, b]: Pair) => isBare(a) !== isBare(b)
      const elements = [...branches].flatMap(([name, { element }]) => {
        if (element?.form !== 'contact' && element?.form !== 'load') return []
        const pair: Pair = [element.a, element.b]
        return pair.every((end) => end in kind.terminals) ? [{ name, pair, isLoad: element.form === 'load' }] : []
      })
      const named = (...names: (string | undefined)[]) =>
        names.flatMap((name) => elements.filter((one) => one.name === name).map(({ pair }) => pair))
      // What is landed on one end and takes part in nothing else: of a change-over one side may well be bare.
      const isLone = (pair: Pair) => {
        const held = pair.find((end) => !isBare(end))!
        return !elements.some((other) => other.pair.includes(held) && !other.pair.some(isBare))
      }
      const proof = kind.hookup?.proofShared ? undefined : kind.hookup?.proof
      const whole = [
        ...(feeds && kind.class !== 'panel' ? [feeds] : []),
        ...(proof ? [proof] : []),
        ...named(callSense, ...lanes, kind.class === 'panel' ? 'pumpContact' : undefined, actuator, work),
      ]
      // A safety waits for power and says something: neither makes up for the other.
      if (kind.class === 'safety') whole.push(...elements.filter(({ isLoad }) => isLoad).map(({ pair }) => pair))
      const lone = [...named(endSwitchOf(kind.roles), callContact), ...elements.map(({ pair }) => pair)].filter(isLone)
      const pairs: Pair[] = []
      // Each terminal is spoken of once, by what says most of it.
      for (const pair of [...whole, ...lone].filter(isHalf))
        if (!pairs.some((other) => other.some((end) => pair.includes(end)))) pairs.push(pair)
      return pairs.map((pair): Found => {
        const [bare, held] = isBare(pair[0]) ? pair : [pair[1], pair[0]]
        const [none, one] = [markingOf(job, id, bare), markingOf(job, id, held)]
        const { label } = job.parts[id]!
        return {
          severity: 'fails',
          at: [{ part: id, terminal: bare }],
          says:
            none === one
              ? `One ${none} of ${label} has nothing landed, and the other has.`
              : `${label} ${none} has nothing landed, and ${one} has.`,
          why: 'No current can pass: what it should move or tell stays as it is.',
          remedy: 'Land the missing conductor.',
          explainedBy: (other) => kind.class !== 'boiler' && isOtherEnd(poles, other, poles.node(id, held)!),
        }
      })
    })
  },
}
