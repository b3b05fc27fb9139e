import { listed } from '../words/listed.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const sharedThermostat: Rule = {
  id: 'shared-thermostat',
  name: 'One thermostat, one valve; more is allowed, and said',
  check({ job, poles, simulation }) {
    const found: Found[] = []
    const valves = [...simulation.netlist.parts.values()].filter(({ kind }) => kind.class === 'valve' && kind.hookup)
    const thermostats = [...simulation.netlist.parts.values()].filter(
      ({ kind }) => kind.class === 'thermostat' && kind.hookup?.call,
    )
    const called = (thermostat: (typeof thermostats)[number]) =>
      valves.filter((valve) =>
        poles.copper.joined(
          poles.node(thermostat.id, thermostat.kind.hookup!.call!)!,
          poles.node(valve.id, valve.kind.hookup!.feed)!,
        ),
      )
    for (const thermostat of thermostats) {
      const moved = called(thermostat)
      if (moved.length < 2) continue
      found.push({
        severity: 'tidy',
        at: [{ part: thermostat.id }, ...moved.map(({ id }) => ({ part: id }))],
        says: `${labelOf(job, thermostat.id)} moves ${listed(moved.map(({ id }) => labelOf(job, id)))}.`,
        why: 'Several valves on one thermostat open together; each draws its own load.',
        remedy: 'Allowed where these rooms are one zone.',
      })
    }
    for (const valve of valves) {
      const callers = thermostats.filter((thermostat) => called(thermostat).includes(valve))
      if (callers.length < 2) continue
      found.push({
        severity: 'tidy',
        at: [{ part: valve.id }, ...callers.map(({ id }) => ({ part: id }))],
        says: `${labelOf(job, valve.id)} is moved by ${listed(callers.map(({ id }) => labelOf(job, id)))}.`,
        why: 'Either thermostat heats the same rooms.',
        remedy: 'Allowed where both stand in one zone.',
      })
    }
    return found
  },
}
