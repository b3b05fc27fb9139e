import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { loopsOf } from '../loops/loops.ts'
import type { Strip } from '../loops/strip.ts'
import { Simulation } from '../motion/simulation.ts'
import type { CircuitClass } from '../parts/kind.ts'
import { fitOf, wiredBy } from '../schemes/index.ts'
import type { Scheme } from '../schemes/scheme.ts'
import { labelOf } from '../words/words.ts'

/** One loop of a way of wiring, reduced to what stands in it, from the source to its return. */
export interface SketchLine {
  readonly name: string
  readonly circuit: CircuitClass
  readonly from: string
  readonly to: string
  readonly stations: readonly {
    readonly label: string
    readonly load: boolean
    readonly marks: readonly [string, string]
  }[]
}

/**
 * What a way would look like before it is chosen: the loops of one zone and what answers it, taken from the wiring the way
 * really makes for the smallest part of this survey that it fits.
 */
export function sketchOf(scheme: Scheme, job: Job): SketchLine[] {
  const small = smallest(scheme, job)
  const wired = wiredBy(small, scheme)
  const simulation = new Simulation(wired)
  const { zones, shared } = loopsOf(simulation, wired)
  const [zone] = zones
  const line = (name: string, strip: Strip | undefined): SketchLine[] => {
    if (!strip?.from || !strip.to) return []
    const stations = strip.items.flatMap((item) =>
      item.form === 'station'
        ? [
            {
              label: labelOf(wired, item.part),
              load: item.load,
              marks: [item.enter.marking, item.leave.marking] as const,
            },
          ]
        : [],
    )
    const post = ({ part, marking }: { part: string; marking: string }) => `${labelOf(wired, part)} ${marking}`
    return [{ name, circuit: strip.circuit, from: post(strip.from), to: post(strip.to), stations }]
  }
  const pumps = shared.filter(({ subject }) => simulation.netlist.parts.get(subject.part)?.kind.class === 'pump')
  const boiler = shared.filter(({ subject }) => simulation.netlist.parts.get(subject.part)?.kind.class === 'panel')
  return [
    ...line('Valve', zone?.valve),
    ...line('Signal', zone?.signal),
    ...line('Relay', zone?.standIn),
    ...line('Call', zone?.call ?? boiler[0]),
    ...pumps.slice(0, 2).flatMap((strip) => line(labelOf(wired, strip.subject.part), strip)),
  ]
}

/** The first zones of the survey, as few as the way fits. */
function smallest(scheme: Scheme, job: Job): Job {
  const zones = zonesInOrder(job)
  for (let count = 1; count < zones.length; count++) {
    const kept = [...zones.slice(0, count - 1), zones.at(-1)!]
    for (const some of [zones.slice(0, count), kept]) {
      const small = { ...job, zones: Object.fromEntries(some.map(({ id, ...zone }) => [id, zone])) }
      if (fitOf(scheme, small).fits) return small
    }
  }
  return job
}
