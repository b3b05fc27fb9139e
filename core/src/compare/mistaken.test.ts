import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { copyOf } from '../testing/benches.ts'
import { disguised } from '../testing/disguised.ts'
import { chanceOf, slips } from '../testing/slips.ts'
import { compare } from './compare.ts'

declare const console: { log(line: string): void }

it('of 500 walls with one to three mistakes, all renamed and shuffled, the plan and the differences give the wall', () => {
  const plants = Object.values(demoJobs).map((make) => make())
  const kinds = Object.values(slips)
  let right = 0
  const wrong: string[] = []
  for (let i = 0; i < 500; i++) {
    const pick = chanceOf(i * 7919 + 17)
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
}, 180_000)
