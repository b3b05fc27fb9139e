import type { Job, Practice } from '../job/schema.ts'
import { addZone, blankJob } from '../parts/new-job.ts'
import { usualKinds } from '../parts/usual.ts'
import { schemes, wiredBy } from './index.ts'
import type { Scheme } from './scheme.ts'

/** The ways of wiring of a practice that a new job can begin from. */
export const beginnings = (practice: Practice): readonly Scheme[] =>
  schemes.filter(({ begins }) => begins.practice === practice)

/**
 * A new job of two zones, surveyed as a way of wiring needs it and wired that way.
 * @example begunFrom(thermostatFirst, 'Tide mill').scheme // { id: 's2' }
 */
export function begunFrom(scheme: Scheme, title: string): Job {
  const {
    practice,
    boiler,
    panel,
    pumpPanel,
    programmer,
    thermostat,
    valve,
    firstValve,
    second,
    signal,
    secondTransformer,
    heads,
    ownPump,
  } = scheme.begins
  const job = blankJob(title, practice)
  const usual = usualKinds[practice]
  for (const last of [false, true]) {
    const zone = job.zones[addZone(job)]!
    zone.thermostatKind = thermostat ?? usual.thermostat
    zone.valveKind = last ? (valve ?? usual.valve) : (firstValve ?? valve ?? usual.valve)
    if (signal) zone.signal = signal
    if (heads) zone.heads = heads
    if (ownPump) zone.ownPump = true
    if (last && secondTransformer) zone.transformer = 2
    if (!last || !second) continue
    zone.name = 'Hot water'
    zone.hotWater = true
    if (practice === '230') zone.thermostatKind = 'thermostat/tank'
    if (second === 'hot water with a pump') zone.ownPump = true
  }
  Object.assign(job.survey, {
    boiler: { ...job.survey.boiler, ...(boiler === undefined ? {} : { kind: boiler }) },
    ...(panel ? { panel } : {}),
    ...(pumpPanel ? { pumpPanel } : {}),
    ...(programmer ? { programmer } : {}),
  })
  return wiredBy(job, scheme)
}
