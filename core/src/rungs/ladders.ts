import { type Feed, feedsOf } from '../feeds/feeds.ts'
import type { Job } from '../job/schema.ts'
import { controlsOf, zonesInOrder } from '../job/zones.ts'
import type { Simulation } from '../motion/simulation.ts'
import { IN_SEQUENCE } from '../parts/in-sequence.ts'
import { kindOf } from '../parts/index.ts'
import type { CircuitClass, PartKind } from '../parts/kind.ts'
import { labelOf, markingOf } from '../words/words.ts'
import { PaperNets, type Piece } from './paper-nets.ts'
import { type Network, piecesOf, series, seriesParallel } from './series-parallel.ts'

/** One rung: what lies between the rails, numbered, with where else its parts stand. */
export interface Rung {
  readonly number: number
  readonly network: Network
  /** Why it cannot be drawn as the rung it was meant to be; it is drawn as it is. */
  readonly irregular?: string
}

/** The ladder of one source. */
export interface Ladder {
  readonly id: string
  readonly title: string
  readonly circuit: CircuitClass
  readonly hot: { readonly part: string; readonly marking: string }
  readonly back: { readonly part: string; readonly marking: string }
  readonly volts: number
  /** Nodes of the rails below their heads. */
  readonly rails: readonly [number, number]
  /** Contacts everything passes before the first rung, and after the last: breakers and switches of the supply. */
  readonly head: readonly Network[]
  readonly tail: readonly Network[]
  readonly rungs: readonly Rung[]
}

export interface Ladders {
  readonly ladders: readonly Ladder[]
  /** Parts with conductors on them that stand in no ladder: no source feeds them by itself. */
  readonly apart: readonly string[]
  /** By part: the rungs the loads stand in that move it, and those its contacts stand in. */
  readonly places: Readonly<Record<string, { readonly loads: readonly number[]; readonly contacts: readonly number[] }>>
}

const CIRCUITS: readonly CircuitClass[] = ['line voltage', 'low voltage', 'call', 'signal', 'earth']

/** The ladder diagrams of a job, one for each source. */
export function laddersOf({ netlist }: Simulation, job: Job): Ladders {
  const paper = new PaperNets(netlist)
  const zone = new Map<string, number>()
  for (const one of zonesInOrder(job))
    for (const part of controlsOf(one)) if (!zone.has(part)) zone.set(part, one.number)
  const rank = (network: Network): number => {
    const pieces = piecesOf(network)
    const loads = pieces.filter(({ form }) => form === 'load')
    const ranks = (loads.length > 0 ? loads : pieces).map(({ part }) => {
      const kind = netlist.parts.get(part)?.kind.class
      return 100 * (kind ? IN_SEQUENCE.indexOf(kind) : IN_SEQUENCE.length) + (zone.get(part) ?? 0)
    })
    return Math.min(...ranks)
  }
  const feeds = feedsOf(netlist, job)
    .filter(
      ({ hotNode, backNode }, i, all) =>
        all.findIndex(
          (other) =>
            paper.net(other.hotNode) === paper.net(hotNode) && paper.net(other.backNode) === paper.net(backNode),
        ) === i,
    )
    .sort((a, b) => CIRCUITS.indexOf(a.circuit) - CIRCUITS.indexOf(b.circuit))
  const rails = new Set(feeds.flatMap(({ hotNode, backNode }) => [paper.net(hotNode), paper.net(backNode)]))
  const drawn = new Set<Piece>()
  let number = 0
  const ladders = feeds.flatMap((feed): Ladder[] => {
    const ladder = ladderOf(feed, paper, drawn, rails, job)
    if (!ladder) return []
    const rungs = ladder.rungs
      .map((rung, i) => ({ ...rung, rank: rank(rung.network), i }))
      .sort((a, b) => a.rank - b.rank || a.i - b.i)
      .map(({ network, irregular }): Rung => {
        number++
        return irregular ? { number, network, irregular } : { number, network }
      })
    return [{ ...ladder, rungs }]
  })
  const places: Record<string, { loads: number[]; contacts: number[] }> = {}
  for (const { rungs } of ladders)
    for (const rung of rungs)
      for (const { part, form, element } of piecesOf(rung.network)) {
        places[part] ??= { loads: [], contacts: [] }
        if (form === 'load' && !operates(netlist.parts.get(part)?.kind, element)) continue
        const list = form === 'load' ? places[part].loads : places[part].contacts
        if (!list.includes(rung.number)) list.push(rung.number)
      }
  const shown = new Set(
    [
      ...ladders.flatMap(({ head, tail, rungs }) =>
        [...head, ...tail, ...rungs.map(({ network }) => network)].flatMap(piecesOf),
      ),
    ].map(({ part }) => part),
  )
  const wiredParts = new Set(Object.values(job.wires).flatMap(({ from, to }) => [from.part, to.part]))
  const apart = [...netlist.parts.values()].filter(
    ({ id, kind }) => wiredParts.has(id) && !shown.has(id) && kind.class !== 'joint' && kind.class !== 'supply',
  )
  return { ladders, places, apart: apart.map(({ id }) => id) }
}

/** Does a load move the contacts of its part, or does it only feed it? */
function operates(kind: PartKind | undefined, element: string): boolean {
  if (kind?.class === 'valve' || kind?.class === 'relay') return true
  const { work, callSense } = kind?.roles ?? {}
  return element === work || element === callSense || element.includes('Sense')
}

interface Bare extends Omit<Ladder, 'rungs'> {
  readonly rungs: readonly Omit<Rung, 'number'>[]
}

function ladderOf(
  feed: Feed,
  paper: PaperNets,
  drawn: Set<Piece>,
  rails: ReadonlySet<number>,
  job: Job,
): Bare | undefined {
  const { part, hot, back, circuit, volts } = feed
  const own = (piece: Piece) => !drawn.has(piece)
  const free = useful(paper, paper.pieces.filter(own), rails)
  const heads = headOf(paper.net(feed.hotNode), free)
  const tails = headOf(
    paper.net(feed.backNode),
    free.filter((piece) => !heads.pieces.includes(piece)),
  )
  const [from, to] = [heads.net, tails.net]
  if (from === to) return undefined
  const between = free.filter((piece) => !heads.pieces.includes(piece) && !tails.pieces.includes(piece))
  const islands = islandsOf(between, from, to)
  if (islands.length === 0) return undefined
  for (const piece of [...heads.pieces, ...tails.pieces, ...islands.flat()]) drawn.add(piece)
  const rungs =
    circuit === 'call' ? callRungs(feed, islands, paper, drawn, [from, to], job) : together(islands, from, to, job)
  if (rungs.length === 0) return undefined
  const end = (terminal: string) => ({ part: part.id, marking: markingOf(job, part.id, terminal) })
  return {
    id: `${part.id}.${hot}`,
    title: `${labelOf(job, part.id)}, ${circuit === 'call' ? 'call pair' : circuit}`,
    circuit,
    hot: end(hot),
    back: end(back),
    volts,
    rails: [heads.node ?? feed.hotNode, tails.node ?? feed.backNode],
    head: heads.networks,
    tail: [...tails.networks].reverse(),
    rungs,
  }
}

/**
 * What is in use. A contact that leads nowhere is not, nor a load inside a part that nothing is landed on: that is no fault,
 * and nothing of it is drawn.
 */
function useful(paper: PaperNets, pieces: readonly Piece[], rails: ReadonlySet<number>): Piece[] {
  let left = [...pieces]
  for (;;) {
    const degree = new Map<number, number>()
    for (const { nets } of left) for (const net of nets) degree.set(net, (degree.get(net) ?? 0) + 1)
    const goesOn = (net: number) => rails.has(net) || (degree.get(net) ?? 0) > 1
    const kept = left.filter(({ form, nets }) =>
      nets.every((net) => goesOn(net) || (form === 'load' && paper.landed(net))),
    )
    if (kept.length === left.length) return kept
    left = kept
  }
}

/** From a source along the only contact there is, as far as there is only one. */
function headOf(start: number, pieces: readonly Piece[]) {
  let net = start
  let node: number | undefined
  const passed: Piece[] = []
  const networks: Network[] = []
  for (;;) {
    const here = pieces.filter((piece) => piece.nets.includes(net) && !passed.includes(piece))
    const [only] = here
    if (here.length !== 1 || !only || only.form !== 'contact') return { net, node, pieces: passed, networks }
    const turn = only.nets[0] !== net
    passed.push(only)
    networks.push({ form: 'piece', piece: only, turned: turn })
    net = turn ? only.nets[0] : only.nets[1]
    node = turn ? only.nodes[0] : only.nodes[1]
  }
}

/** Pieces that hang together without the rails: each such island is a rung, if it touches a rail at all. */
function islandsOf(pieces: readonly Piece[], from: number, to: number): Piece[][] {
  const left = new Set(pieces)
  const islands: Piece[][] = []
  for (const first of pieces) {
    if (!left.has(first)) continue
    const island: Piece[] = []
    const look = [first]
    left.delete(first)
    for (let at = look.pop(); at; at = look.pop()) {
      island.push(at)
      for (const net of at.nets) {
        if (net === from || net === to) continue
        for (const other of left)
          if (other.nets.includes(net)) {
            left.delete(other)
            look.push(other)
          }
      }
    }
    if (island.some(({ nets }) => nets.includes(from) || nets.includes(to))) islands.push(island)
  }
  return islands
}

/** Loads of one valve beside each other between the rails, such as a drive's motor and its electronics, are one rung. */
function together(islands: readonly Piece[][], from: number, to: number, job: Job): Omit<Rung, 'number'>[] {
  const groups = new Map<string, Piece[]>()
  for (const [i, island] of islands.entries()) {
    const [only] = island
    const drive = only && kindOf(job.parts[only.part])?.class === 'valve'
    const key = island.length === 1 && drive && only.form === 'load' ? only.part : `#${i}`
    groups.set(key, [...(groups.get(key) ?? []), ...island])
  }
  return [...groups.values()].flatMap((pieces) => rungsOf(pieces, from, to, job))
}

/** The call loop of a boiler: whatever closes its pair stands side by side, before the coil inside that notices. */
function callRungs(
  { part }: Feed,
  islands: readonly Piece[][],
  paper: PaperNets,
  drawn: Set<Piece>,
  [from, to]: readonly [number, number],
  job: Job,
): Omit<Rung, 'number'>[] {
  const sense = paper.pieces.find((piece) => piece.part === part.id && piece.element === part.kind.roles.callSense)
  const switches = islands.flat().filter((piece) => piece !== sense)
  const closing = seriesParallel(switches, from, to)
  if (sense) drawn.add(sense)
  if (!closing) return islands.flatMap((pieces) => rungsOf(pieces, from, to, job))
  if (!sense) return [{ network: closing }]
  return [{ network: series(closing, { form: 'piece', piece: sense, turned: false }) }]
}

function rungsOf(pieces: readonly Piece[], from: number, to: number, job: Job): Omit<Rung, 'number'>[] {
  const whole = seriesParallel(pieces, from, to)
  if (whole) return [{ network: whole }]
  // Not a ladder: every load with the shortest way to each rail, drawn as it is, and said.
  const told = new Set<Piece>()
  const loads = pieces.filter(({ form }) => form === 'load')
  const ways = (loads.length > 0 ? loads : pieces).map((load): Omit<Rung, 'number'> => {
    const [in0, out0] = [way(pieces, load, load.nets[0], from, to), way(pieces, load, load.nets[1], from, to)]
    const straight = in0?.end === from || out0?.end === to
    const [first, second] = straight ? [in0, out0] : [out0, in0]
    for (const piece of [load, ...(first?.pieces ?? []), ...(second?.pieces ?? [])]) told.add(piece)
    const network = series(
      ...[...(first?.networks ?? [])].reverse(),
      { form: 'piece', piece: load, turned: !straight },
      ...(second?.networks ?? []).map(
        (step): Network => (step.form === 'piece' ? { ...step, turned: !step.turned } : step),
      ),
    )
    const name = labelOf(job, load.part)
    const irregular =
      !first || !second
        ? `${name} leads nowhere on one side.`
        : first.end === second.end
          ? `${name} has both sides on one rail.`
          : `${name} has more than one way to a rail; this is the shortest.`
    return { network, irregular }
  })
  const rest = pieces.filter((piece) => !told.has(piece))
  return [
    ...ways,
    ...rest.map(
      (piece): Omit<Rung, 'number'> => ({
        network: { form: 'piece', piece, turned: false },
        irregular: `${labelOf(job, piece.part)} lies across the rungs above.`,
      }),
    ),
  ]
}

/** The fewest contacts from a net to a rail, seen from the net outwards. */
function way(pieces: readonly Piece[], without: Piece, start: number, from: number, to: number) {
  interface Step {
    readonly net: number
    readonly networks: readonly Network[]
    readonly pieces: readonly Piece[]
  }
  const seen = new Set([start])
  let edge: Step[] = [{ net: start, networks: [], pieces: [] }]
  while (edge.length > 0) {
    const arrived = edge.find(({ net }) => net === from || net === to)
    if (arrived) return { ...arrived, end: arrived.net }
    edge = edge.flatMap(({ net, networks, pieces: passed }) =>
      pieces
        .filter((piece) => piece !== without && piece.form === 'contact' && piece.nets.includes(net))
        .flatMap((piece): Step[] => {
          const back = piece.nets[0] !== net
          const next = back ? piece.nets[0] : piece.nets[1]
          if (seen.has(next)) return []
          seen.add(next)
          // Drawn from the rail towards the load: the far end first.
          return [
            {
              net: next,
              networks: [...networks, { form: 'piece', piece, turned: !back }],
              pieces: [...passed, piece],
            },
          ]
        }),
    )
  }
  return undefined
}
