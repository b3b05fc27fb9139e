import type { Circuit } from './circuit.ts'
import type { Branch } from './netlist.ts'

/**
 * Follows the current out of a branch, always along the branch that carries most of it, until it comes back to where it
 * began or meets a winding: the way a short-circuit current takes.
 * @returns ids of the branches in order, the given one first
 */
export function heaviestPath(circuit: Circuit, branchId: string): readonly string[] {
  const { branches } = circuit.netlist
  const first = branches.find(({ id }) => id === branchId)
  if (!first) return []
  const at = new Map<number, Branch[]>()
  for (const branch of branches) {
    if (branch.form === 'stray' || circuit.lump(branch).open) continue
    for (const node of [branch.a, branch.b]) at.set(node, [...(at.get(node) ?? []), branch])
  }
  const walk = (from: number) => {
    const path: string[] = []
    const seen = new Set([first])
    for (let node = from; ; ) {
      const next = (at.get(node) ?? [])
        .filter((branch) => !seen.has(branch))
        .map((branch) => ({ branch, amps: circuit.amps(branch) }))
        .reduce<{ branch: Branch; amps: number } | undefined>(
          (best, c) => (best && best.amps >= c.amps ? best : c),
          undefined,
        )
      if (!next || next.amps < circuit.amps(first) / 2) return path
      seen.add(next.branch)
      path.push(next.branch.id)
      node = next.branch.a === node ? next.branch.b : next.branch.a
    }
  }
  const ahead = walk(first.b)
  const behind = walk(first.a).filter((id) => !ahead.includes(id))
  return [...behind.reverse(), first.id, ...ahead]
}
