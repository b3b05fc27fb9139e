import type { InstalledPart } from '../circuit/netlist.ts'
import { endSwitchOf } from '../parts/roles.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'
import type { Landed } from './landed.ts'
import { stationsOf } from './strips.ts'

export const restContact: Rule = {
  id: 'rest-contact',
  name: 'Calls go through the contact that closes on a call',
  check({ job, loops, simulation, landed }) {
    const { parts } = simulation.netlist
    return loops.zones.flatMap(({ zone, valve }): Found[] => {
      const { name, thermostat, relay } = job.zones[zone]!
      const found = (part: string, terminals: readonly string[]): Found => ({
        severity: 'fails',
        at: terminals.map((terminal) => ({ part, terminal })),
        says: `${name}: ${labelOf(job, part)} is landed on the contact that is made at rest.`,
        why: 'It works the wrong way round: heat when nobody calls, none when somebody does.',
        remedy: 'Move the conductor to the contact that closes on a call.',
      })
      const asking = thermostat ? parts.get(thermostat)?.kind.roles.callContact : undefined
      const wrong =
        valve && asking !== undefined
          ? stationsOf(valve).find(({ part, load, element }) => part === thermostat && !load && element !== asking)
          : undefined
      const standIn = parts.get(relay ?? '')
      const instead = standIn && restInstead(standIn, landed)
      return [
        ...(wrong ? [found(wrong.part, [wrong.enter.terminal, wrong.leave.terminal])] : []),
        ...(standIn && instead ? [found(standIn.id, instead)] : []),
      ]
    })
  },
}

/** Where nothing is landed on the contact by which a stand-in tells the boiler, and something is on the one beside it. */
function restInstead({ id, kind, branches }: InstalledPart, landed: Landed): string[] | undefined {
  const ends = (element: string | undefined) => {
    const of = element === undefined ? undefined : branches.get(element)?.element
    return of?.form === 'contact' ? [of.a, of.b] : []
  }
  const right = ends(endSwitchOf(kind.roles))
  const bare = right.filter((terminal) => landed.on(id, terminal).length === 0)
  const others = [...branches.keys()].map(ends).filter((pair) => pair.some((terminal) => right.includes(terminal)))
  const used = others.flat().filter((terminal) => !right.includes(terminal) && landed.on(id, terminal).length > 0)
  return bare.length === 1 && used.length > 0 ? [...bare, ...used] : undefined
}
