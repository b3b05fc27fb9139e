import { everySupposition, inPattern, type Job, kindOf, type Supposition } from '@civil-lantern/core'
import type { Random } from './random.ts'

/** A job with things wrong with it. */
export interface Broken {
  readonly job: Job
  readonly supposed: readonly Supposition[]
}

/** Changes the wiring of a draft, or names what is wrong with it. */
type Breakage = (job: Job, random: Random) => Supposition | undefined

const wireId = (job: Job, random: Random) => random.pick(Object.keys(job.wires))

/** A terminal of any part, at random. */
function anyTerminal(job: Job, random: Random) {
  const id = random.pick(Object.keys(job.parts))
  const part = job.parts[id]!
  return { part: id, terminal: random.pick(Object.keys(kindOf(part)?.terminals ?? {})) }
}

const breakages: readonly Breakage[] = [
  (job, random) => ({ id: `wire:${wireId(job, random)}/open` }),
  (job, random) => ({ id: `wire:${wireId(job, random)}.${random.next() < 0.5 ? 'from' : 'to'}/lifted` }),
  (job, random) => ({ id: `wire:${wireId(job, random)}.to/ohms` }),
  (job, random) => ({ id: `wire:${wireId(job, random)}/earth` }),
  (job, random) => {
    delete job.wires[wireId(job, random)]
    return undefined
  },
  (job, random) => {
    job.wires[wireId(job, random)]!.to = anyTerminal(job, random)
    return undefined
  },
  (job, random) => {
    const [one, other] = [job.wires[wireId(job, random)]!, job.wires[wireId(job, random)]!]
    ;[one.to, other.to] = [other.to, one.to]
    return undefined
  },
  (job, random) => {
    const from = anyTerminal(job, random)
    job.wires.extra = { from, to: anyTerminal(job, random), colour: 'grey', size: 0.8, length: 0.3, label: 'short' }
    return undefined
  },
  (job, random) => {
    const id = random.pick(Object.keys(job.parts))
    const faults = kindOf(job.parts[id]!)?.faults ?? []
    return faults.length > 0 ? { id: `part:${id}/${random.pick(faults).name}` } : undefined
  },
  // Whatever else a live bench can take on: the supply, contacts and joints with ohms, cores that touch, other figures.
  (job, random) => random.pick(everySupposition(job).filter(inPattern)),
]

/** A copy of a job with one to three things wrong with it. */
export function broken(job: Job, random: Random): Broken {
  const copy = structuredClone(job)
  const supposed: Supposition[] = []
  for (let n = 1 + random.below(3); n > 0; n--) {
    const one = random.pick(breakages)(copy, random)
    if (one) supposed.push(one)
  }
  return { job: copy, supposed }
}
