import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'
import { MISSING } from './missing.ts'

export const loadResistorFits: Rule = {
  id: 'load-resistor',
  name: 'Milliamps pass a load resistor, volts do not',
  check({ job, poles, simulation }) {
    const parts = [...simulation.netlist.parts.values()]
    const resistors = parts.filter(({ kind }) => kind.roles.signalLoad)
    return parts.flatMap(({ id, kind, figures }) =>
      (kind.roles.signals ?? []).flatMap(([plus, minus], i): Found[] => {
        const [hot, back] = [poles.node(id, plus)!, poles.node(id, minus)!]
        const heard = parts.filter(
          (one) => one.kind.hookup?.position && poles.copper.joined(poles.node(one.id, one.kind.hookup.feed)!, hot),
        )
        if (heard.length === 0) return []
        const current = (figures[kind.roles!.signals!.length > 1 ? `current${i + 1}` : 'current'] ?? 0) > 0
        const across = resistors.find((one) => {
          const ends = one.kind.roles!.signalLoad!.map((end) => poles.node(one.id, end)!)
          return ends.some((end) => poles.copper.joined(end, hot)) && ends.some((end) => poles.copper.joined(end, back))
        })
        if (current === (across !== undefined)) return []
        return [
          {
            severity: 'fails',
            at: [
              { part: id, terminal: plus },
              ...heard.map((one) => ({ part: one.id, terminal: one.kind.hookup!.feed })),
              ...(across ? [{ part: across.id }] : resistors.map((one) => ({ part: one.id }))),
            ],
            says: current
              ? `${labelOf(job, id)} gives milliamps, and no load resistor lies from signal to common.`
              : `${labelOf(job, id)} gives volts into a load resistor.`,
            why: current
              ? 'The output drives to its limit and the valve runs to its far end.'
              : 'The resistor loads the output for nothing and can pull the signal down.',
            remedy: current ? 'Fit 500 ohm from signal to common at the valve.' : 'Take the resistor out.',
            explainedBy: ({ rule, at }) => {
              const lacking = poles.gaps(at)
              const ends = resistors.flatMap((one) =>
                one.kind.roles.signalLoad!.map((end) => ({ part: one.id, terminal: end })),
              )
              return (
                MISSING.includes(rule) &&
                [...poles.gaps([{ part: id, terminal: minus }, ...ends])].some((gap) => lacking.has(gap))
              )
            },
          },
        ]
      }),
    )
  },
}
