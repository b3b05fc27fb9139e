import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import { missingPart, type SupposedKind } from './supposition.ts'

const isReceiver = (job: Job, part: string | undefined) =>
  kindOf(job.parts[part ?? ''])?.faults?.some(({ name }) => name === 'linkLost') === true

const zoneOf = (job: Job, part: string | undefined) =>
  Object.values(job.zones).find(({ thermostat }) => thermostat === part)

/** Two radio receivers that answer each other's hand units: it looks like crossed wiring and is another repair. */
export const pairedElsewhere: SupposedKind = {
  name: 'receivers paired crosswise',
  form: /^part:(?<part>[^/.]+)\/paired:(?<other>[^/.]+)$/,
  missing(job, { part, other }) {
    const without = missingPart(job, part) ?? missingPart(job, other)
    if (without) return without
    const wired = [part, other].find((one) => !isReceiver(job, one) || !zoneOf(job, one))
    return wired === undefined ? undefined : `${wired} is no receiver of a zone: nothing can be paired with it.`
  },
  unit: (_job, { part }) => `${part}/link`,
  says: (job, { part, other }) =>
    `the receivers ${labelOf(job, part!)} and ${labelOf(job, other!)} answer each other’s rooms`,
  reshapes(draft, { part, other }) {
    const [one, two] = [zoneOf(draft, part), zoneOf(draft, other)]
    if (one && two) [one.thermostat, two.thermostat] = [two.thermostat, one.thermostat]
  },
  every: (job) => {
    const receivers = Object.keys(job.parts).filter((id) => isReceiver(job, id) && zoneOf(job, id))
    return receivers.flatMap((a, i) => receivers.slice(i + 1).map((b) => ({ id: `part:${a}/paired:${b}` })))
  },
}
