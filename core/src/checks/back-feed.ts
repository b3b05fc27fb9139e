import { intentOf, servesNow } from '../intent/intent.ts'
import { valvesOf } from '../job/zones.ts'
import { wayOf } from '../loops/way.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const backFeed: Rule = {
  id: 'back-feed',
  name: 'A zone alone runs only its own valve and pumps',
  check({ job, alone }) {
    const intent = intentOf(job)
    const { none, zones } = alone()
    const found: Found[] = []
    for (const pump of none.pumps)
      found.push({
        severity: 'fails',
        at: [{ part: pump }],
        says: `${labelOf(job, pump)} runs with nobody calling.`,
        why: 'It is fed past every switch and contact that should start it.',
        remedy: 'Find where its live comes from; Loops shows the way.',
      })
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
        })
      }
    }
    return found
  },
}
