import { feedsOf } from '../feeds/feeds.ts'
import { atLine } from '../find/ask.ts'
import type { Job, Wire } from '../job/schema.ts'
import { LOW_VOLTS } from '../meter/limits.ts'
import { read } from '../meter/meter.ts'
import type { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { isIsolator } from '../prove/prove-bench.ts'
import type { Stand } from '../record/stand.ts'
import { benchWith } from '../suppose/bench.ts'
import { labelOf } from '../words/words.ts'
import type { Candidate, Deduction } from './deduce.ts'
import type { WallFacts } from './facts.ts'
import { differ, howOf } from './levels.ts'
import { pointOf } from './nodes.ts'

/** Something that opens by hand and takes the power from what lies behind it: a switch, a breaker, a fuse that comes out. */
export interface Opener {
  readonly part: string
  readonly state: string
  readonly value: boolean
  /** `CB1 off`, `F1 out`. */
  readonly says: string
  /** A fuse, that is drawn and put back with the supply off. */
  readonly comesOut: boolean
}

/** Points to read one after the other, with one thing switched off, or nothing: those that differ are not one. */
export interface SourceRound {
  readonly off: Opener | undefined
  /** Where the other lead stays. */
  readonly to: string
  readonly at: readonly { readonly node: string; readonly line: boolean }[]
  /** What it would settle if the wall is wired as is likeliest. */
  readonly bits: number
}

/** Everything on a wall that opens by hand. */
export function openersOf(job: Job): Opener[] {
  const found: Opener[] = []
  for (const [part, installed] of Object.entries(job.parts)) {
    const kind = kindOf(installed)
    if (!kind || (!isIsolator({ kind }) && kind.class !== 'protection')) continue
    const { closed, blown } = kind.roles
    if (closed !== undefined)
      found.push({ part, state: closed, value: false, says: `${labelOf(job, part)} off`, comesOut: false })
    else if (blown !== undefined)
      found.push({ part, state: blown, value: true, says: `${labelOf(job, part)} out`, comesOut: true })
  }
  return found
}

/** The stand of a round, as its readings carry it: nobody calls. */
export const standOfRound = (job: Job, off: Opener | undefined): Stand => ({
  calls: Object.fromEntries(Object.keys(job.zones).map((zone) => [zone, { on: false }])),
  ...(off ? { hands: [{ part: off.part, state: off.state, value: off.value }] } : {}),
})

/** Less than this is not worth the way to a switch. */
const LEAST = 0.5

/**
 * The round of readings that settles most: what to switch off, where one lead stays, which points to go over. It is worked out
 * on the wall as it is likeliest wired; what a reading then says does not lean on that.
 */
export function nextRound(job: Job, { open, ends }: Deduction, { levels }: WallFacts): SourceRound | undefined {
  // A group whose ways are too many to list wants telling apart most of all.
  const groups = open.filter(({ candidates }) => candidates.length !== 1)
  if (groups.length === 0) return undefined
  const likely = withWires(
    job,
    ends.flatMap(({ end, with: mates }) => mates.map((mate) => [end.node, mate] as const)),
  )
  const done = new Set(levels.map(({ how, node }) => `${how}\n${node}`))
  // A splice says nothing of itself: what may be joined to something on the line is taken to be.
  const line = new Set(groups.flatMap(({ nodes }) => (nodes.some((node) => isAtLine(job, node)) ? nodes : [])))
  let best: (Omit<SourceRound, 'at'> & { readonly at: readonly string[] }) | undefined
  for (const off of [undefined, ...openersOf(job)]) {
    const bench = benchWith(likely, [])
    bench.settle()
    if (off) bench.set(off.part, off.state, off.value)
    bench.settle()
    for (const { part, back } of feedsOf(bench.netlist, likely)) {
      // A feed inside a board has no screw for a lead.
      if (!part.kind.terminals[back]) continue
      const to = `${part.id}.${back}`
      const how = howOf(to, standOfRound(job, off))
      const told = groups.map(({ nodes, candidates }) => {
        if (nodes.every((node) => done.has(`${how}\n${node}`))) return { nodes, bits: 0 }
        const volts = nodes.map((node) => voltsAt(bench, job, node, to))
        if (volts.some((one) => Math.abs(one) > LOW_VOLTS)) for (const node of nodes) line.add(node)
        return { nodes, bits: candidates.length > 0 ? bitsOf(candidates, volts) : bitsOfPairing(volts) }
      })
      const bits = told.reduce((sum, one) => sum + one.bits, 0)
      if (bits < LEAST || (best && bits <= best.bits + 1e-9)) continue
      const at = [...new Set(told.flatMap((one) => (one.bits > 0 ? one.nodes : [])))]
      best = { off, to, bits, at }
    }
  }
  return best && { ...best, at: best.at.map((node) => ({ node, line: line.has(node) })) }
}

/** What volts leave of the ways of joining; however unlikely one is, what is not ruled out is not certain. */
function bitsOf(candidates: readonly Candidate[], volts: readonly number[]): number {
  const left = candidates.filter((one) => fits(one, volts)).length
  return left > 0 ? Math.log2(candidates.length / left) : 0
}

/** The same where the ways are too many to list: each point has another for partner, and then only one that does not differ. */
function bitsOfPairing(volts: readonly number[]): number {
  const alike: number[][] = []
  for (const one of volts) {
    const together = alike.find(([first]) => !differ(first!, one))
    if (together) together.push(one)
    else alike.push([one])
  }
  const ways = (count: number): number => (count < 2 ? 0 : Math.log2(count - 1) + ways(count - 2))
  return ways(volts.length) - alike.reduce((sum, { length }) => sum + ways(length), 0)
}

/** Joins nothing that differs. */
const fits = ({ parts }: Candidate, volts: readonly number[]): boolean =>
  volts.every((one, i) => volts.every((other, k) => k <= i || parts[i] !== parts[k] || !differ(one, other)))

/** What a meter of low impedance shows from a node to a terminal, volts. */
export function voltsAt(bench: Simulation, job: Job, node: string, to: string): number {
  const [from, back] = [node, to].map((at) => bench.netlist.nodeOf.get(pointOf(job, at)))
  return from === undefined || back === undefined ? 0 : (read(bench, 'loz', from, back).value ?? 0)
}

function isAtLine(job: Job, node: string): boolean {
  const kind = kindOf(job.parts[node.split('.')[0]!]!)
  return kind !== undefined && atLine(kind)
}

/** A wall with conductors between nodes, beside those that hang there. */
function withWires(job: Job, pairs: readonly (readonly [string, string])[]): Job {
  const end = (node: string) => {
    const [part = '', terminal = ''] = pointOf(job, node).split('.')
    return { part, terminal }
  }
  const wires = pairs.map(([a, b], i): [string, Wire] => [
    `likely${i}`,
    { from: end(a), to: end(b), colour: 'red', size: 1, length: 1, label: '' },
  ])
  return { ...job, wires: { ...job.wires, ...Object.fromEntries(wires) } }
}
