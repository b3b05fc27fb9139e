import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const contactLink: Rule = {
  id: 'contact-link',
  name: 'A receiver’s contact is fed, by its link or by the programmer',
  caution: 'Line voltage: isolate, lock off, prove dead.',
  check({ job, poles, landed, simulation }) {
    const { line } = poles
    if (!line) return []
    return Object.values(job.zones).flatMap(({ thermostat, name }): Found[] => {
      const hookup = thermostat ? simulation.netlist.parts.get(thermostat)?.kind.hookup : undefined
      if (!thermostat || !hookup?.live || !hookup.call) return []
      const { feed, live, call } = hookup
      const [com, out] = [poles.node(thermostat, feed)!, poles.node(thermostat, call)!]
      // Where the pair itself touches the line, every contact with a link is on it too, and is not why.
      const dry = poles.calls.some(({ hotNode, backNode }) =>
        [hotNode, backNode].some((at) => poles.copper.joined(out, at)),
      )
      const linked = poles.copper.joined(com, poles.node(thermostat, live)!)
      if (dry && linked)
        return [
          {
            severity: 'danger',
            at: [
              { part: thermostat, terminal: feed },
              { part: thermostat, terminal: live },
            ],
            says: `${name}: the link L-COM of ${labelOf(job, thermostat)} puts line voltage on a volt-free circuit.`,
            why: 'Its contact closes the boiler’s own low-voltage pair; the link brings 230 V to the board.',
            remedy: 'Take the link out.',
          },
        ]
      if (landed.on(thermostat, feed).length === 0)
        return [
          {
            severity: 'fails',
            at: [
              { part: thermostat, terminal: feed },
              { part: thermostat, terminal: live },
            ],
            says: `${name}: the link L-COM of ${labelOf(job, thermostat)} is missing.`,
            why: 'The receiver clicks and its lamp lights, but nothing comes out.',
            remedy: 'Fit the link from L to COM.',
          },
        ]
      return []
    })
  },
}
