import { listed } from '../words/listed.ts'
import { labelOf, terminalInWords } from '../words/words.ts'
import type { Found, Rule, Ruled } from './finding.ts'
import { stationsOf } from './strips.ts'

/** What says of the same valve why another thermostat, or none, is in its loop. */
const SAYS_MORE = new Set(['crossed', 'pairs-exchanged', 'loads-in-series', 'spare-contact'])

export const ownThermostat: Rule = {
  id: 'own-thermostat',
  name: 'Each valve is in series with its own thermostat and no other',
  check: ({ job, simulation, loops, poles }) =>
    loops.zones
      .flatMap(({ zone, valve, also = [] }) => [valve, ...also].map((strip) => ({ zone, valve: strip })))
      .flatMap(({ zone, valve }) => {
        const own = job.zones[zone]!.thermostat
        if (!valve || valve.dark?.at === 'nowhere' || own === undefined) return []
        const { roles, hookup } = simulation.netlist.parts.get(own)?.kind ?? {}
        const callContact = roles?.callContact
        if (!callContact) return []
        const call =
          hookup?.call === undefined ? `the call of ${labelOf(job, own)}` : terminalInWords(job, own, hookup.call)
        const met = stationsOf(valve)
          .filter(({ part, element }) => simulation.netlist.parts.get(part)?.kind.roles.callContact === element)
          .map(({ part }) => part)
        // A diverter is turned by the machine, which has the thermostat's call.
        if (stationsOf(valve).some(({ part }) => simulation.netlist.parts.get(part)?.kind.class === 'boiler')) return []
        const found: Found[] = []
        const name = `${job.zones[zone]!.name}: ${labelOf(job, valve.subject.part)}`
        const passes = stationsOf(valve).some(({ part, load }) => part === own && !load)
        const contact = simulation.netlist.parts.get(own)!.branches.get(callContact)!
        const bridged = !met.includes(own) && poles.copper.joined(contact.a, contact.b)
        // Of a zone with several heads it is said once.
        if (bridged && valve.subject.part === job.zones[zone]!.valve)
          found.push({
            severity: 'fails',
            at: [
              { part: own },
              { part: valve.subject.part },
              ...poles.bridges(contact.a, contact.b).map((wire) => ({ wire })),
            ],
            says: `${job.zones[zone]!.name}: ${labelOf(job, own)} is bridged.`,
            why: 'Nothing switches the valve: it stands open all the time.',
            remedy: 'Take the bridge off.',
          })
        const others = met.filter((part) => part !== own)
        const said = listed(others.map((part) => labelOf(job, part)))
        const accused = {
          severity: 'fails' as const,
          at: [valve.subject.part, own, ...others].map((part) => ({ part })),
          explainedBy: ({ rule, at }: Ruled) =>
            SAYS_MORE.has(rule) && at.some(({ part }) => part === valve.subject.part),
        }
        // That it goes through another of its contacts is a finding of its own.
        if (!met.includes(own) && !bridged && !passes)
          found.push(
            others.length > 0
              ? {
                  ...accused,
                  says: `${name} is switched by ${said}, and not by ${labelOf(job, own)}.`,
                  why: 'Another zone’s call moves it: the wrong room heats.',
                  remedy: `Bring ${call} to its motor, in place of the other’s.`,
                }
              : {
                  ...accused,
                  says: `${name} is not switched by ${labelOf(job, own)}.`,
                  why: 'Nothing switches it: it stands open all the time.',
                  remedy: `Bring ${call} to its motor.`,
                },
          )
        else if (others.length > 0)
          found.push({
            ...accused,
            says: `${name} is switched by ${said} as well.`,
            why: 'It moves on another zone’s call, or only when both call.',
            remedy: `Land it on ${call} alone.`,
          })
        return found
      }),
}
