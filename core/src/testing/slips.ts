import { endKey } from '../compare/pairing.ts'
import type { Job, Wire } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'

/** Numbers that look like chance and are the same every time. */
export function* drawn(seed: number): Generator<number> {
  let state = seed
  for (;;) {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648
    yield state / 2_147_483_648
  }
}

export type Chance = <T>(list: readonly T[]) => T

/** Picks from lists by numbers drawn from a seed. */
export function chanceOf(seed: number): Chance {
  const numbers = drawn(seed)
  return (list) => list[Math.floor(numbers.next().value! * list.length)]!
}

const ends = ['from', 'to'] as const satisfies readonly (keyof Wire)[]
/** Terminals of parts that are no joints: at a joint one way is as good as another. */
const points = (job: Job) =>
  Object.entries(job.parts).flatMap(([part, { kind }]) =>
    kindOf({ kind })?.class === 'joint'
      ? []
      : Object.keys(kindOf({ kind })?.terminals ?? {}).map((terminal) => ({ part, terminal })),
  )

/** No hand puts both ends of a conductor under one screw. */
const toItself = (job: Job, { from, to }: Wire) => endKey(job, from) === endKey(job, to)

/** What a hand gets wrong at a wall: each changes the job in place. */
export const slips: Readonly<Record<string, (job: Job, pick: Chance, n: number) => void>> = {
  missing: (job, pick) => void delete job.wires[pick(Object.keys(job.wires))],
  moved(job, pick) {
    const wire = job.wires[pick(Object.keys(job.wires))]!
    const end = pick(ends)
    const was = wire[end]
    wire[end] = pick(points(job))
    if (toItself(job, wire)) wire[end] = was
  },
  exchanged(job, pick) {
    const [one, other] = [pick(Object.keys(job.wires)), pick(Object.keys(job.wires))].map((id) => job.wires[id]!)
    const [a, b] = [pick(ends), pick(ends)]
    const swap = () => {
      const kept = one![a]
      one![a] = other![b]
      other![b] = kept
    }
    swap()
    if ([one!, other!].some((wire) => toItself(job, wire))) swap()
  },
  extra(job, pick, n) {
    job.wires[`extra${n}`] = {
      from: pick(points(job)),
      to: pick(points(job)),
      colour: 'grey',
      size: 1,
      length: 1,
      label: `e${n}`,
    }
  },
}
