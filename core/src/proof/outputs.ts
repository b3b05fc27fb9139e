import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { listed } from '../words/listed.ts'
import { labelOf } from '../words/words.ts'
import type { Proof } from './proof.ts'
import type { Row } from './proof-bench.ts'

/** When one output is on, over every combination of calls, in one line a person can read. */
export interface OutputRule {
  readonly part: string
  readonly label: string
  /** "any zone calls", "Gallery calls, unless Hot-water tank calls", or that no simple rule holds. */
  readonly on: string
  readonly times: number
  /** A plain rule covers every combination. */
  readonly simple: boolean
}

export const BOILER = 'boiler'

/** Is an output on in a row? Valves and pumps by their id; the boiler by `BOILER`. */
export function isOn(proof: Proof, { valves, pumps, told }: Row, output: string): boolean {
  if (output === BOILER) return told
  const valve = proof.valves.indexOf(output)
  return valve >= 0 ? (valves & (1 << valve)) !== 0 : (pumps & (1 << proof.pumps.indexOf(output))) !== 0
}

/** Every output's rule, found from the rows and held against all of them. */
export function outputRules(job: Job, proof: Proof): OutputRule[] {
  const boiler = Object.keys(job.parts).find((id) => kindOf(job.parts[id]!)?.class === 'boiler')
  const outputs = [...proof.valves, ...proof.pumps, ...(boiler ? [BOILER] : [])]
  return outputs.map((output) => {
    const on = proof.rows.map((row) => isOn(proof, row, output))
    const alone = proof.zones.flatMap((_, i) => (on[1 << i] ? [i] : []))
    const base = {
      part: output === BOILER ? boiler! : output,
      label: output === BOILER ? labelOf(job, boiler!) : labelOf(job, output),
      times: on.filter(Boolean).length,
    }
    const name = (i: number) => job.zones[proof.zones[i]!]?.name ?? ''
    const any = alone.length === proof.zones.length && alone.length > 1 ? 'any zone' : listed(alone.map(name), 'or')
    const calls = alone.length > 1 && any !== 'any zone' ? 'call' : 'calls'
    const fits = (unless: number | undefined) =>
      on.every((is, mask) => {
        const called = alone.some((i) => mask & (1 << i))
        const held = unless !== undefined && !alone.includes(unless) && (mask & (1 << unless)) !== 0
        return is === (called && !held)
      })
    if (base.times === 0) return { ...base, on: 'never', simple: true }
    if (base.times === proof.rows.length) return { ...base, on: 'always', simple: true }
    if (alone.length > 0 && fits(undefined)) return { ...base, on: `${any} ${calls}`, simple: true }
    const unless = proof.zones.findIndex((_, i) => fits(i))
    if (alone.length > 0 && unless >= 0)
      return { ...base, on: `${any} ${calls}, unless ${name(unless)} calls`, simple: true }
    return { ...base, on: `in ${base.times} of ${proof.rows.length} combinations, by no plain rule`, simple: false }
  })
}

/** The proof as rows of a table: the names first, then a row for each combination, who calls and every output. */
export function proofRows(job: Job, proof: Proof): string[][] {
  const head = [
    ...proof.zones.map((zone) => `${job.zones[zone]!.name} calls`),
    ...[...proof.valves, ...proof.pumps].map((id) => labelOf(job, id)),
    'Boiler called',
  ]
  const rows = proof.rows.map((row) => [
    ...proof.zones.map((_, i) => (row.asking & (1 << i) ? '1' : '0')),
    ...[...proof.valves, ...proof.pumps, BOILER].map((output) => (isOn(proof, row, output) ? '1' : '0')),
  ])
  return [head, ...rows]
}
