import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job, Wire } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { copyOf } from '../testing/benches.ts'
import { disguised } from '../testing/disguised.ts'
import { compare } from './compare.ts'

declare const console: { log(line: string): void }

/** Numbers that look like chance and are the same every time. */
function* drawn(seed: number): Generator<number> {
  let state = seed
  for (;;) {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648
    yield state / 2_147_483_648
  }
}

type Slip = (job: Job, pick: <T>(list: readonly T[]) => T, n: number) => void
const ends = (wire: Wire) => ['from', 'to'] as const satisfies readonly (keyof typeof wire)[]
/** Terminals of parts that are no joints: at a joint one way is as good as another. */
const points = (job: Job) =>
  Object.entries(job.parts).flatMap(([part, { kind }]) =>
    kindOf({ kind })?.class === 'joint'
      ? []
      : Object.keys(kindOf({ kind })?.terminals ?? {}).map((terminal) => ({ part, terminal })),
  )

/** What a hand gets wrong. */
const slips: Readonly<Record<string, Slip>> = {
  missing: (job, pick) => void delete job.wires[pick(Object.keys(job.wires))],
  moved(job, pick) {
    const wire = job.wires[pick(Object.keys(job.wires))]!
    wire[pick(ends(wire))] = pick(points(job))
  },
  exchanged(job, pick) {
    const [one, other] = [pick(Object.keys(job.wires)), pick(Object.keys(job.wires))].map((id) => job.wires[id]!)
    const [a, b] = [pick(ends(one!)), pick(ends(other!))]
    const kept = one![a]
    one![a] = other![b]
    other![b] = kept
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

it('of 500 walls with one to three mistakes, all renamed and shuffled, the plan and the differences give the wall', () => {
  const plants = Object.values(demoJobs).map((make) => make())
  const kinds = Object.values(slips)
  let right = 0
  const wrong: string[] = []
  for (let i = 0; i < 500; i++) {
    const chance = drawn(i * 7919 + 17)
    const pick = <T>(list: readonly T[]): T => list[Math.floor(chance.next().value! * list.length)]!
    const plan = plants[i % plants.length]!
    const found = copyOf(plan)
    const mistakes = 1 + (i % 3)
    for (let n = 0; n < mistakes; n++) pick(kinds)(found, pick, n)
    const wall = disguised(found, [i, i * 3 + 1, i * 31 + 7, i * 101 + 3])
    const { changes } = compare(plan, wall)
    const electrical = changes.filter((one) => one.electrical)
    const back = copyOf({ parts: wall.parts, cables: wall.cables, wires: wall.wires })
    for (const change of changes) change.putBack(back)
    const left = compare(plan, { ...plan, ...back }).changes.filter((one) => one.electrical)
    // An exchange of two that differ in nothing is none; a move may come out as one gone and one more.
    if (left.length === 0 && electrical.length <= mistakes) right++
    else wrong.push(`${i}: ${mistakes} made, ${electrical.length} named, ${left.length} left`)
  }
  console.log(`compared: ${right} of 500 walls come back; ${wrong.slice(0, 5).join('; ')}`)
  expect(right).toBeGreaterThanOrEqual(475)
}, 60_000)
