import { expect, it } from 'vitest'
import { endKey } from '../compare/pairing.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { copyOf } from '../testing/benches.ts'
import { disguised } from '../testing/disguised.ts'
import { plants } from '../testing/mistakes.ts'
import { chanceOf, slips } from '../testing/slips.ts'
import { runSheet } from './run-sheet.ts'

/** Conductors: two nodes, each a number, and a colour. */
type Hang = readonly (readonly [a: number, b: number, colour: string])[]

/** For each node the least node it is one with. */
function nets(count: number, hang: readonly (readonly [number, number, ...unknown[]])[]): number[] {
  const up = Array.from({ length: count }, (_, i) => i)
  const root = (node: number): number => {
    let at = node
    while (up[at] !== at) at = up[at]!
    return at
  }
  for (const [a, b] of hang) {
    const [one, other] = [root(a), root(b)]
    up[Math.max(one, other)] = Math.min(one, other)
  }
  return up.map((_, i) => root(i))
}

/** How many there are of each colour. */
function tally(hang: Hang): Map<string, number> {
  const count = new Map<string, number>()
  for (const [, , colour] of hang) count.set(colour, (count.get(colour) ?? 0) + 1)
  return count
}

/** A wall that is to become as planned, by the numbers of its nodes; those of devices come first. */
class Task {
  readonly #names: string[]
  readonly #devices: number
  readonly #wanted: number[]
  readonly #colours: readonly string[]
  readonly #planned: ReadonlyMap<string, number>
  readonly hang: Hang

  constructor(plan: Job, wall: Job) {
    const nodesIn = (job: Job) =>
      Object.values(job.wires).flatMap(({ from, to }) => [endKey(job, from), endKey(job, to)])
    const all = [...new Set([...nodesIn(wall), ...nodesIn(plan)])]
    const isJoint = (node: string) => kindOf(plan.parts[node.split('.')[0]!]!)?.class === 'joint'
    this.#names = all.toSorted((a, b) => Number(isJoint(a)) - Number(isJoint(b)))
    this.#devices = all.filter((node) => !isJoint(node)).length
    this.hang = this.#numbered(wall)
    this.#wanted = this.#of(this.#numbered(plan))
    this.#planned = tally(this.#numbered(plan))
    this.#colours = [...new Set([...this.#planned.keys(), ...tally(this.hang).keys()])]
  }

  #numbered = (job: Job): Hang =>
    Object.values(job.wires).map(({ from, to, colour }) => [
      this.#names.indexOf(endKey(job, from)),
      this.#names.indexOf(endKey(job, to)),
      colour,
    ])

  /** Which device terminals are one; what a joint is called is of no account. */
  #of = (hang: Hang) => nets(this.#names.length, hang).slice(0, this.#devices)

  /** Joints that must at least be made or undone: by what both become when everything that is one in either is one. */
  #apart(now: readonly number[]): number {
    const pairs: [number, number][] = now.map((net, i) => [i, net])
    const both = nets(this.#devices, [...pairs, ...this.#wanted.map((net, i): [number, number] => [i, net])])
    const count = (list: readonly number[]) => new Set(list).size
    return count(now) + count(this.#wanted) - 2 * count(both)
  }

  /** Conductors too many and too few of each colour: a hand does not make a red one of a grey one. */
  #surplus(hang: Hang): ReadonlyMap<string, number> {
    const now = tally(hang)
    return new Map(this.#colours.map((one) => [one, (now.get(one) ?? 0) - (this.#planned.get(one) ?? 0)]))
  }

  /** Is there a way in so many moves: a conductor off, one end of one put elsewhere, one more landed? */
  canIn(moves: number, hang = this.hang): boolean {
    const surplus = this.#surplus(hang)
    // Each conductor too many or too few is a move by itself; one that is moved undoes one joint at most and makes another.
    if ([...surplus.values()].reduce((sum, one) => sum + Math.abs(one), 0) > moves) return false
    const now = this.#of(hang)
    if (this.#apart(now) > 2 * moves) return false
    if (moves === 0) return now.join() === this.#wanted.join()
    // What is one as planned is left alone: touched, it would have to be put back.
    const off = new Set(now.flatMap((net, i) => (this.#asPlanned(now, net) ? [] : [i])))
    const all = nets(this.#names.length, hang)
    const touched = (node: number) => off.has(node) || (node >= this.#devices && off.has(all[node]!))
    const nodes = this.#names.flatMap((_, i) => (touched(i) ? [i] : []))
    const on = (next: Hang) => this.canIn(moves - 1, next)
    const much = (by: number) => [...surplus].flatMap(([colour, count]) => (Math.sign(count) === by ? [colour] : []))
    return (
      (now.join() === this.#wanted.join() && much(1).length + much(-1).length === 0) ||
      hang.some(([, , colour], i) => much(1).includes(colour) && on(hang.toSpliced(i, 1))) ||
      much(-1).some((colour) => nodes.some((a, i) => nodes.slice(i + 1).some((b) => on([...hang, [a, b, colour]])))) ||
      hang.some(
        ([a, b, colour], i) =>
          (touched(a) || touched(b)) &&
          nodes.some((to) => on(hang.with(i, [a, to, colour])) || on(hang.with(i, [to, b, colour]))),
      )
    )
  }

  #asPlanned(now: readonly number[], net: number): boolean {
    const members = now.flatMap((one, i) => (one === net ? [i] : []))
    const [first] = members
    return (
      members.every((i) => this.#wanted[i] === this.#wanted[first!]) &&
      this.#wanted.filter((one) => one === this.#wanted[first!]).length === members.length
    )
  }
}

/** Walls of more moves than this take a search too long. */
const SEARCHED = 3
const kinds = ['missing', 'moved', 'extra', 'exchanged']

it.each(['two 24 V zones', 'combination boiler', 'pump on a call line'])(
  'of a wall wired wrong, %s, the run sheet takes no more moves than a search needs',
  (name) => {
    const plan = plants[name]!()
    let [searched, reached, most] = [0, 0, 0]
    for (let seed = 1; seed <= 9; seed++) {
      const pick = chanceOf(seed * 77)
      const wall = copyOf(plan)
      for (let n = 0; n <= seed % 2; n++) slips[pick(kinds)]!(wall, pick, n)
      const { length } = runSheet(plan, disguised(wall, [seed, 3, 7])).joins
      if (length === 0 || length > SEARCHED) continue
      const task = new Task(plan, wall)
      expect(task.canIn(length - 1), `seed ${seed}, ${length} moves`).toBe(false)
      searched++
      most = Math.max(most, length)
      // Not where a conductor more or less makes no difference to what is one: then there is nothing to search for.
      if (length <= 2 && task.canIn(length)) reached++
    }
    expect(most).toBeGreaterThan(1)
    expect(searched).toBeGreaterThan(4)
    expect(reached).toBeGreaterThan(3)
  },
)
