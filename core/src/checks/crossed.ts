import { valvesOf } from '../job/zones.ts'
import type { Found, Rule } from './finding.ts'

export const crossed: Rule = {
  id: 'crossed',
  name: 'The call of a zone opens its own valve',
  check({ job, alone }) {
    const { zones } = alone()
    const opens = (call: string, zone: string) => {
      const valves = valvesOf(job.zones[zone]!)
      const open = valves.filter((valve) => zones.get(call)!.open.has(valve))
      return open.length === 0 ? 'none' : open.length === valves.length ? 'all' : 'some'
    }
    const swapped = (a: string, b: string) => opens(a, a) === 'none' && opens(a, b) === 'all'
    const ids = [...zones.keys()]
    return ids.flatMap((a, i) =>
      ids.slice(i + 1).flatMap((b): Found[] => {
        if (!swapped(a, b) || !swapped(b, a)) return []
        const [one, other] = [job.zones[a]!, job.zones[b]!]
        const parts = [...valvesOf(one), ...valvesOf(other), one.thermostat, other.thermostat]
        return [
          {
            severity: 'fails',
            at: [...new Set(parts)].flatMap((part) => (part === undefined ? [] : [{ part }])),
            says: `${one.name} and ${other.name} are crossed: each one’s call opens the other’s valve.`,
            why: 'Each room heats on the other’s call, and not on its own.',
            remedy: 'Exchange their leads at the valves, or at what calls them: at one place only.',
          },
        ]
      }),
    )
  },
}
