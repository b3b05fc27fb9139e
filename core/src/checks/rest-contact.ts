import { endSwitchOf } from '../parts/kind.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'
import { stationsOf } from './strips.ts'

export const restContact: Rule = {
  id: 'rest-contact',
  name: 'Calls go through the contact that closes on a call',
  check: ({ job, loops, simulation }) =>
    loops.zones.flatMap(({ zone, valve, call }): Found[] => {
      const own = job.zones[zone]!
      const through = [
        { strip: valve, part: own.thermostat },
        { strip: call, part: own.relay },
      ]
      return through.flatMap(({ strip, part }): Found[] => {
        if (!strip || !part) return []
        const roles = simulation.netlist.parts.get(part)?.kind.roles
        const right = part === own.thermostat ? roles?.callContact : endSwitchOf(roles)
        const wrong = stationsOf(strip).find(
          (one) => one.part === part && !one.load && one.element !== right && one.element !== roles?.work,
        )
        if (!wrong || right === undefined) return []
        return [
          {
            severity: 'fails',
            at: [
              { part, terminal: wrong.enter.terminal },
              { part, terminal: wrong.leave.terminal },
            ],
            says: `${own.name}: ${labelOf(job, part)} is landed on the contact that is made at rest.`,
            why: 'It works the wrong way round: heat when nobody calls, none when somebody does.',
            remedy: 'Move the conductor to the contact that closes on a call.',
          },
        ]
      })
    }),
}
