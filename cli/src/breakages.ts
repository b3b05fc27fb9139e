import { type Job, kindOf } from '@civil-lantern/core'
import type { Random } from './random.ts'

type Breakage = (job: Job, random: Random) => void

const wireIds = (job: Job) => Object.keys(job.wires)

/** A terminal of any part, at random. */
function anyTerminal(job: Job, random: Random) {
  const id = random.pick(Object.keys(job.parts))
  const part = job.parts[id]!
  return { part: id, terminal: random.pick(Object.keys(kindOf(part)?.terminals ?? {})) }
}

const breakages: readonly Breakage[] = [
  (job, random) => {
    job.wires[random.pick(wireIds(job))]!.broken = true
  },
  (job, random) => {
    job.wires[random.pick(wireIds(job))]!.lifted = random.next() < 0.5 ? { from: true } : { to: true }
  },
  (job, random) => {
    delete job.wires[random.pick(wireIds(job))]
  },
  (job, random) => {
    job.wires[random.pick(wireIds(job))]!.to = anyTerminal(job, random)
  },
  (job, random) => {
    const [one, other] = [job.wires[random.pick(wireIds(job))]!, job.wires[random.pick(wireIds(job))]!]
    ;[one.to, other.to] = [other.to, one.to]
  },
  (job, random) => {
    const from = anyTerminal(job, random)
    job.wires.extra = { from, to: anyTerminal(job, random), colour: 'grey', size: 0.8, length: 0.3, label: 'short' }
  },
  (job, random) => {
    const part = job.parts[random.pick(Object.keys(job.parts))]!
    const faults = kindOf(part)?.faults ?? []
    if (faults.length > 0) part.faults = [random.pick(faults).name]
  },
]

/** A copy of a job with one to three things wrong with it. */
export function broken(job: Job, random: Random): Job {
  const copy = structuredClone(job)
  for (let n = 1 + random.below(3); n > 0; n--) random.pick(breakages)(copy, random)
  return copy
}
