import { intentOf, servesNow } from '../intent/intent.ts'
import { controlsOf, valvesOf } from '../job/zones.ts'
import { wayOf } from '../loops/way.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule, Ruled } from './finding.ts'

/** By what these find a zone is on with nobody calling; or its valve opens on another's call. */
const ON_BY_ITSELF = new Set(['own-thermostat', 'rest-contact', 'spare-contact', 'pairs-exchanged'])
const ON_OTHERS_CALL = new Set(['own-thermostat', 'crossed'])

const names = ({ at }: Ruled, part: string | undefined) => at.some((spot) => spot.part === part)

export const backFeed: Rule = {
  id: 'back-feed',
  name: 'A zone alone runs only its own valve and pumps',
  check({ job, alone }) {
    const intent = intentOf(job)
    const { none, zones } = alone()
    const ids = Object.keys(job.zones)
    const found: Found[] = []
    for (const pump of none.pumps) {
      const served = Object.values(job.zones).filter((_, i) => servesNow(intent, pump, new Set([ids[i]!])))
      // A zone that is on by itself, and a boiler that is called by itself, run what should run then.
      const itself = served.filter(({ valve = '' }) => none.told || none.open.has(valve)).flatMap(controlsOf)
      const byBoiler = none.told && served.length === ids.length
      found.push({
        severity: 'fails',
        at: [{ part: pump }],
        says: `${labelOf(job, pump)} runs with nobody calling.`,
        why: 'It is fed past every switch and contact that should start it.',
        remedy: 'Find where its live comes from; Loops shows the way.',
        explainedBy: ({ rule, at }) =>
          rule === 'always-called'
            ? byBoiler
            : ON_BY_ITSELF.has(rule) && at.some(({ part = '' }) => itself.includes(part)),
      })
    }
    for (const [id, standing] of zones) {
      const zone = job.zones[id]!
      for (const pump of standing.pumps) {
        if (none.pumps.has(pump) || servesNow(intent, pump, new Set([id]))) continue
        // The conductors it takes now and not when its own zone calls are the way back.
        const [owner] = intent.pumps.get(pump)?.zones ?? []
        const usual = new Set(owner ? wayOf(job, [owner], pump).flatMap(({ wire }) => wire ?? []) : [])
        const back = [...new Set(wayOf(job, [id], pump).flatMap(({ wire }) => wire ?? []))].filter(
          (wire) => !usual.has(wire),
        )
        found.push({
          severity: 'fails',
          at: [
            { part: pump },
            ...back.reverse().map((wire) => ({ wire })),
            ...(zone.valve ? [{ part: zone.valve }] : []),
          ],
          says: `${zone.name} alone also runs ${labelOf(job, pump)}.`,
          why: 'It is fed backwards, through switch outputs that are joined where they should not be.',
          remedy: 'Keep its live apart from the other zones’ switch outputs: by a relay, or on its own call line.',
        })
      }
      for (const valve of standing.open) {
        const owner = Object.entries(job.zones).find(([, one]) => valvesOf(one).includes(valve))
        if (none.open.has(valve) || !owner || owner[0] === id) continue
        found.push({
          severity: 'fails',
          at: [
            { part: valve },
            ...(zone.valve ? [{ part: zone.valve }] : []),
            ...(zone.thermostat ? [{ part: zone.thermostat }] : []),
          ],
          says: `${zone.name} alone also opens ${labelOf(job, valve)}.`,
          why: 'Another room heats with it.',
          remedy: 'Bring each valve to its own thermostat only.',
          explainedBy: (other) =>
            ON_OTHERS_CALL.has(other.rule) && names(other, valve) && names(other, zone.thermostat ?? zone.valve),
        })
      }
    }
    return found
  },
}
