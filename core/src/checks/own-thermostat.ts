import { labelOf } from '../words/words.ts'
import type { Rule } from './finding.ts'
import { stationsOf } from './strips.ts'

export const ownThermostat: Rule = {
  id: 'own-thermostat',
  name: 'Each valve is in series with its own thermostat and no other',
  check: ({ job, simulation, loops, poles }) =>
    loops.zones
      .flatMap(({ zone, valve, also = [] }) => [valve, ...also].map((strip) => ({ zone, valve: strip })))
      .flatMap(({ zone, valve }) => {
        const own = job.zones[zone]!.thermostat
        if (!valve || valve.dark?.at === 'nowhere' || own === undefined) return []
        const callContact = simulation.netlist.parts.get(own)?.kind.roles.callContact
        if (!callContact) return []
        const met = stationsOf(valve)
          .filter(({ part, element }) => simulation.netlist.parts.get(part)?.kind.roles.callContact === element)
          .map(({ part }) => part)
        // A diverter is turned by the machine, which has the thermostat's call.
        if (stationsOf(valve).some(({ part }) => simulation.netlist.parts.get(part)?.kind.class === 'boiler')) return []
        const found = []
        const name = `${job.zones[zone]!.name}: ${labelOf(job, valve.subject.part)}`
        const passes = stationsOf(valve).some(({ part, load }) => part === own && !load)
        const contact = simulation.netlist.parts.get(own)!.branches.get(callContact)!
        const bridged = !met.includes(own) && poles.copper.joined(contact.a, contact.b)
        // Of a zone with several heads it is said once.
        if (bridged && valve.subject.part === job.zones[zone]!.valve)
          found.push({
            severity: 'fails' as const,
            at: [
              { part: own },
              { part: valve.subject.part },
              ...poles.bridges(contact.a, contact.b).map((wire) => ({ wire })),
            ],
            says: `${job.zones[zone]!.name}: ${labelOf(job, own)} is bridged.`,
            why: 'Nothing switches the valve: it stands open all the time.',
            remedy: 'Take the bridge off.',
          })
        // That it goes through another of its contacts is a finding of its own.
        else if (!met.includes(own) && !bridged && !passes)
          found.push({
            severity: 'fails' as const,
            at: [{ part: valve.subject.part }, { part: own }],
            says: `${name} is not switched by ${labelOf(job, own)}.`,
            why:
              met.length > 0
                ? 'Another zone’s call moves it: the wrong room heats.'
                : 'Nothing switches it: it stands open all the time.',
            remedy: 'Bring its own thermostat’s W to its motor.',
          })
        for (const other of met.filter((part) => part !== own))
          found.push({
            severity: 'fails' as const,
            at: [{ part: valve.subject.part }, { part: other }],
            says: `${name} is switched by ${labelOf(job, other)}.`,
            why: 'It moves on another zone’s call.',
            remedy: 'Land it on its own thermostat’s W.',
          })
        return found
      }),
}
