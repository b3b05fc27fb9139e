import type { Circuit } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { unitOf } from './index.ts'
import type { Supposition } from './supposition.ts'

/** What puts a supposition right: a splice is remade as a whole, whichever of its ways is loose; a dirty contact is no loose lead. */
export function repairedBy(circuit: Circuit, one: Supposition): string {
  const unit = unitOf(circuit, one)
  const [id = ''] = unit.split('/')
  if (kindOf(circuit.parts[id])?.class === 'joint') return id
  return one.id.startsWith('part:') && one.id.endsWith('/ohms') ? `${id}/contact` : unit
}

/** Is a supposition gone once a unit has been put right? With a whole part or cable goes all that was wrong with it. */
export function goesWith(circuit: Circuit, one: Supposition, unit: string): boolean {
  const own = repairedBy(circuit, one)
  const [id = ''] = own.split('/')
  return own === unit || unit === `${id}/whole` || (unit === id && circuit.cables[id] !== undefined)
}
