import { endSwitchOf } from '../parts/kind.ts'
import type { Poles } from '../poles/poles.ts'
import { markingOf } from '../words/words.ts'
import type { Found, Rule, Ruled } from './finding.ts'

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
      return pairs.flatMap((pair): Found[] => {
        const [on, off] = [pair.filter((t) => !isBare(t)), pair.filter(isBare)]
        if (on.length === 0 || off.length === 0) return []
        const [bare, held] = [markingOf(job, id, off[0]!), markingOf(job, id, on[0]!)]
        const { label } = job.parts[id]!
        return [
          {
            severity: 'fails',
            at: off.map((terminal) => ({ part: id, terminal })),
            says:
              bare === held
                ? `One ${bare} of ${label} has nothing landed, and the other has.`
                : `${label} ${bare} has nothing landed, and ${held} has.`,
            why: 'No current can pass: what it should move or tell stays as it is.',
            remedy: 'Land the missing conductor.',
            explainedBy: (other) => kind.class !== 'boiler' && isOtherEnd(poles, other, poles.node(id, on[0]!)!),
          },
        ]
      })
    })
  },
}

/**
 * Does a boiler's call pair lack its conductor to here? So it is where nothing is landed on the one terminal of the pair, and
 * the other is joined with the far side of what is open here: one conductor is missing, and has two ends.
 * @param node the far side
 */
export function isOtherEnd(poles: Poles, { rule, at }: Ruled, node: number): boolean {
  const [spot] = at
  if (rule !== 'half-landed' || !spot) return false
  const call = poles.calls.find(
    ({ part, hot, back }) => part.id === spot.part && [hot, back].includes(spot.terminal ?? ''),
  )
  if (!call) return false
  return poles.copper.joined(spot.terminal === call.hot ? call.backNode : call.hotNode, node)
}
