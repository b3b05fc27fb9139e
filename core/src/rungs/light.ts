import { size } from '../circuit/complex.ts'
import { contactOf } from '../circuit/contacts.ts'
import { FLOWS, LIT } from '../loops/lit.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { Ladder } from './ladders.ts'
import type { Piece } from './paper-nets.ts'
import { piecesOf } from './series-parallel.ts'

/** How a piece of a ladder stands at this moment. */
export interface PieceLight {
  /** For a contact: made now, and made when everything is at rest. */
  readonly made: boolean
  readonly madeAtRest: boolean
  readonly amps: number
}

/** The light of a ladder: its nodes at potential, and how its pieces stand. */
export interface LadderLight {
  readonly lit: readonly number[]
  readonly pieces: Readonly<Record<string, PieceLight>>
}

export const pieceKey = ({ part, element }: Piece) => `${part}.${element}`

/** Light goes as far as the voltage goes; in a call loop, whose volts stand inside the boiler, as far as the current. */
export function ladderLight({ circuit, netlist }: Simulation, ladder: Ladder): LadderLight {
  circuit.solve()
  const lit = new Set<number>()
  const pieces: Record<string, PieceLight> = {}
  const [hot, back] = ladder.rails
  const level = (node: number) => circuit.level(node, back) >= LIT * ladder.volts
  if (level(hot)) lit.add(hot)
  const all = [...ladder.head, ...ladder.tail, ...ladder.rungs.map(({ network }) => network)].flatMap(piecesOf)
  for (const piece of all) {
    const part = netlist.parts.get(piece.part)
    const branch = part?.branches.get(piece.element)
    const winding = part?.windings.get(piece.element)
    const amps = branch ? circuit.flow(branch) : winding ? size(circuit.windingCurrents(winding)[0]) : 0
    const contact = branch && contactOf(branch)
    pieces[pieceKey(piece)] = {
      made: branch ? !circuit.lump(branch).open : true,
      madeAtRest: contact ? contact.closed(part!.kind.state) : true,
      amps,
    }
    for (const node of piece.nodes) if (level(node) || (ladder.circuit === 'call' && amps >= FLOWS)) lit.add(node)
  }
  return { lit: [...lit], pieces }
}
