import type { Job } from '../job/schema.ts'
import { type Piece, pairInWords } from './words.ts'

const TOUCH = /^touch:(?<one>[^+]+)\+(?<other>.+)$/
const END = /^wire:(?<wire>.+)\.(?:from|to)$/

/**
 * What meets at a touch of the circuit, as a clause about the part or the conductor.
 * @param branch the id of the branch
 * @returns undefined for a branch that is no touch
 * @example touchInWords(job, 'touch:B1.l+B1.n') // 'Boiler L and Boiler N touch'
 * @example touchInWords(job, 'touch:wire:w5.from+earth') // 'wire 5 (white) touches earth'
 */
export function touchInWords(job: Job, branch: string): Piece | undefined {
  const { one, other } = TOUCH.exec(branch)?.groups ?? {}
  if (one === undefined || other === undefined) return undefined
  const [wire, second] = [one, other].map((end) => END.exec(end)?.groups?.wire)
  if (wire === undefined) {
    const part = one.slice(0, one.indexOf('.'))
    return { text: `${pairInWords(job, one, other)} touch`, part, wrong: true }
  }
  const named = (id: string) => `${job.wires[id]?.label ?? id} (${job.wires[id]?.colour})`
  const text = `wire ${named(wire)} ${second === undefined ? 'touches earth' : `and wire ${named(second)} touch`}`
  return { text, wire, wrong: true }
}
