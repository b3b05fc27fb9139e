import type { End, Job } from '../job/schema.ts'

/** What a hand does at a terminal, for the tests of the core. A terminal is written `B1.t1`. */

const end = (point: string): End => ({ part: point.split('.')[0]!, terminal: point.split('.')[1]! })
const at = ({ part, terminal }: End) => `${part}.${terminal}`

/** The first wire that lands on a terminal. */
export const wireOn = (job: Job, point: string) =>
  Object.entries(job.wires).find(([, { from, to }]) => at(from) === point || at(to) === point)?.[0]

function put(job: Job, id: string, from: string, to: string) {
  const wire = job.wires[id]!
  if (at(wire.from) === from) wire.from = end(to)
  else wire.to = end(to)
}

/** Moves the end of the wire on one terminal to another. */
export function move(job: Job, from: string, to: string) {
  const id = wireOn(job, from)
  if (id) put(job, id, from, to)
}

/** Exchanges what lands on two terminals. */
export function exchange(job: Job, a: string, b: string) {
  const [one, other] = [wireOn(job, a), wireOn(job, b)]
  if (!one || !other || one === other) return
  put(job, one, a, b)
  put(job, other, b, a)
}

/** Takes the wire on a terminal off the wall; with another terminal, the one between the two. */
export function remove(job: Job, point: string, other?: string) {
  const id =
    other === undefined
      ? wireOn(job, point)
      : Object.entries(job.wires).find(
          ([, { from, to }]) => [at(from), at(to)].toSorted().join() === [point, other].toSorted().join(),
        )?.[0]
  if (id) delete job.wires[id]
}

/** Lands one more wire, between two terminals. */
export const join = (job: Job, a: string, b: string, colour = 'grey') => {
  job.wires.seeded = { from: end(a), to: end(b), colour, size: 1, length: 0.5, label: 'seeded' }
}
