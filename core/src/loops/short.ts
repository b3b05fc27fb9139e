import { size } from '../circuit/complex.ts'
import { heaviestPath } from '../circuit/heaviest-path.ts'
import { type Branch, transformerIn } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { spotOfBranch } from '../words/spot.ts'
import { touchInWords } from '../words/touch.ts'
import { labelOf, type Piece, type Sentence } from '../words/words.ts'
import type { Strip } from './strip.ts'

type Bench = Pick<Simulation, 'netlist' | 'circuit'>

/** What is shorted on the way of a current, as a clause: two conductors that touch, a load that is shorted inside. */
function shortOn({ netlist, circuit }: Bench, job: Job, path: readonly string[]): Piece | undefined {
  for (const id of path) {
    const touch = touchInWords(job, id)
    if (touch) return touch
    const branch = netlist.branchOf.get(id)
    if (branch?.form === 'load' && branch.part && circuit.forced(branch)?.as === 'closed')
      return { text: `${labelOf(job, branch.part)} is shorted inside`, part: branch.part, wrong: true }
  }
  return undefined
}

/** What a current ran through: parts, and the wires by which it came to them. @param of the part that let go on it */
function ranThrough(job: Job, path: readonly string[], of: string): Piece[] {
  const parts: Piece[] = []
  const wires: Piece[] = []
  for (const id of path) {
    const { wire, part } = spotOfBranch(id)
    const kind = kindOf(job.parts[part ?? ''])
    if (wire !== undefined) {
      if (!wires.some((piece) => piece.wire === wire)) wires.push({ text: job.wires[wire]?.label ?? 'link', wire })
    } else if (part !== undefined && kind && part !== of && kind.class !== 'joint' && kind.class !== 'supply')
      if (!parts.some((piece) => piece.part === part)) parts.push({ text: labelOf(job, part), part })
  }
  const listed = (pieces: Piece[]) => pieces.flatMap((piece, i) => (i === 0 ? [piece] : [{ text: ', ' }, piece]))
  return [
    { text: ' current ran through ' },
    ...listed(parts),
    { text: `${parts.length > 0 ? ' by ' : ''}${wires.length === 1 ? 'wire' : 'wires'} ` },
    ...listed(wires),
  ]
}

/** What the current went through that opened a fuse: the wires and parts, from the fuse on; and where it was short, if that is one place. */
export function shortInWords(simulation: Simulation, job: Job, fuse: string): Piece[] {
  const path = simulation.blownBy(fuse)
  if (!path) return [{ text: '.' }]
  const short = shortOn(simulation, job, path)
  return [
    { text: ': ' },
    ...(short ? [short, { text: '. The' }] : [{ text: 'the' }]),
    ...ranThrough(job, path, fuse),
    { text: short ? '. Clear it before it is made again.' : '. Find the short before it is made again.' },
  ]
}

/** Share of the ohms of its rated load under which what hangs on a transformer is shorted. */
const SHORTED = 0.25

/**
 * What is shorted behind a transformer that has burnt out, as a further sentence: the next would burn too. What burnt it may be
 * switched off with it; else it is what can be measured there now, or the way its current took where no sound loads drew it.
 * Nothing where nothing is shorted.
 */
export function shortBehind(simulation: Simulation, job: Job, id: string): Piece[] {
  const path = simulation.blownBy(id)
  const shorted = measuresShort(simulation, id)
  const named = shortOn(simulation, job, path ?? []) ?? (shorted ? onlyShort(simulation, job) : undefined)
  if (!named && path && simulation.overloadAt(id) === undefined)
    return [
      { text: ' It burnt out: the' },
      ...ranThrough(job, path, id),
      { text: '. Find the short before another goes in.' },
    ]
  const short = named ?? (shorted ? SOMETHING : undefined)
  return short ? [{ text: ' Behind it, ' }, short, { text: ': clear that before another goes in.' }] : []
}

const SOMETHING: Piece = { text: 'something is shorted' }

/** Does what hangs on a transformer measure far fewer ohms than the load it is rated for? */
function measuresShort({ netlist, circuit }: Simulation, id: string): boolean {
  const part = netlist.parts.get(id)
  const winding = part && transformerIn(part)
  if (!winding) return false
  const { va, ratedVolts } = part.figures
  const [, , c, d] = winding.nodes
  return size(circuit.impedance(c, d)) < (SHORTED * ratedVolts! ** 2) / va!
}

/** What is shorted in the whole plant, where it is one thing: where no current tells which of several it would be, none. */
function onlyShort(bench: Bench, job: Job): Piece | undefined {
  const shorts = bench.netlist.branches.flatMap((branch) =>
    bench.circuit.lump(branch).open ? [] : (shortOn(bench, job, [branch.id]) ?? []),
  )
  return shorts.length === 1 ? shorts[0] : undefined
}

/** The one short there is, where it is at a part or a conductor of these loops: what is shorted elsewhere is no reason for what they do. */
export function shortAmong(bench: Bench, job: Job, strips: readonly Strip[]): Piece | undefined {
  const short = onlyShort(bench, job)
  const isAt = (item: Strip['items'][number]) =>
    item.form === 'station'
      ? item.part === short?.part
      : item.runs.some(
          ({ wire, from, to }) => short && (wire === short.wire || from.part === short.part || to.part === short.part),
        )
  return strips.some(({ items }) => items.some(isAt)) ? short : undefined
}

/** Share of its volts that a line keeps whatever fairly hangs on it. */
const COLLAPSES = 0.5

/** A line that is shorted ahead of every fuse and breaker of the plant: no volts are left for anything. */
export function lineShorted({ netlist, circuit }: Simulation, job: Job): Sentence | undefined {
  const collapsed = (branch: Branch) =>
    branch.form === 'source' && circuit.volts(branch.a, branch.b) < COLLAPSES * circuit.volted(branch)
  const source = netlist.branches.find(collapsed)
  if (!source?.part) return undefined
  const short = shortOn({ netlist, circuit }, job, heaviestPath(circuit, source.id))
  return [
    { text: labelOf(job, source.part), part: source.part, wrong: !short },
    { text: ` has ${circuit.volts(source.a, source.b).toFixed(0)} V left: ` },
    ...(short ? [short, { text: ',' }] : [{ text: 'it is shorted' }]),
    { text: ' ahead of every fuse and breaker here. What guards the building lets go.' },
  ]
}
