import type { Job } from '../job/schema.ts'
import type { Expectation, ExpectedReading, Step } from './step.ts'

/** What of a step is to be done at one place. */
export interface AtPlace {
  readonly place: string
  /** Zones whose thermostat is turned here, and which way. */
  readonly turns: readonly { readonly zone: string; readonly on: boolean }[]
  /** Isolators that are opened or closed here. */
  readonly switches: readonly { readonly part: string; readonly open: boolean }[]
  readonly expects: readonly Expectation[]
  readonly reads: readonly ExpectedReading[]
}

/**
 * A step by its places, in the order to go, so that people who stand at them can share it: what each has to turn and to switch
 * against the step before, to look at and to read.
 * @param before how the plant stood before it; left out nobody knows, and every thermostat is set
 * @example placesOfStep(job, step).map(({ place }) => place) // ['signal', 'boiler']
 */
export function placesOfStep(
  job: Job,
  step: Pick<Step, 'calls' | 'opened' | 'expects' | 'reads'>,
  before?: Pick<Step, 'calls' | 'opened'>,
): AtPlace[] {
  const room = job.survey.boiler.place
  const partAt = (part: string) => job.parts[part]?.place ?? room
  const turns = Object.entries(job.zones).flatMap(([zone, { place, thermostat }]) => {
    const on = step.calls.includes(zone)
    return before && on === before.calls.includes(zone)
      ? []
      : [{ zone, on, at: thermostat ? partAt(thermostat) : place }]
  })
  const switches = [...new Set([...step.opened, ...(before?.opened ?? [])])].flatMap((part) => {
    const open = step.opened.includes(part)
    return open === (before?.opened.includes(part) ?? false) ? [] : [{ part, open, at: partAt(part) }]
  })
  const expects = step.expects.map((one) => ({ one, at: partAt(one.part) }))
  const reads = step.reads.map((one) => ({ one, at: partAt(one.from.split('.')[0]!) }))
  const order = (place: string) => job.places[place]?.order ?? 0
  // What is turned comes before what is looked at: up the stairs first, then down to the boiler.
  const here = (all: readonly { at: string }[]) =>
    [...new Set(all.map(({ at }) => at))].sort((a, b) => order(a) - order(b))
  const places = [...new Set([...here(switches), ...here(turns), ...here(expects), ...here(reads)])]
  return places.map((place) => {
    const at = <T extends { at: string }>(all: readonly T[]) => all.filter((one) => one.at === place)
    return {
      place,
      turns: at(turns).map(({ zone, on }) => ({ zone, on })),
      switches: at(switches).map(({ part, open }) => ({ part, open })),
      expects: at(expects).map(({ one }) => one),
      reads: at(reads).map(({ one }) => one),
    }
  })
}
