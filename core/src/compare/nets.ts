import type { Circuit } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { endKey, isJoint } from './pairing.ts'

/**
 * For each terminal that is no joint, everything it is one with over conductors and joints, as one string: the same string
 * in two circuits means the same node.
 * @param name the id under which a part goes in the other circuit
 */
export function nodesOf(circuit: Circuit, name: (part: string) => string = (part) => part): Map<string, string> {
  const parent = new Map<string, string>()
  const root = (key: string): string => {
    let at = key
    for (let up = parent.get(at); up !== undefined && up !== at; up = parent.get(at)) at = up
    return at
  }
  const points = new Map<string, string>()
  const point = (part: string, terminal: string) => {
    const key = endKey(circuit, { part, terminal })
    if (!parent.has(key)) parent.set(key, key)
    if (!isJoint(circuit, part)) points.set(key, `${name(part)}.${terminal}`)
    return key
  }
  for (const [id, part] of Object.entries(circuit.parts))
    for (const terminal of Object.keys(kindOf(part)?.terminals ?? {})) point(id, terminal)
  for (const { from, to } of Object.values(circuit.wires))
    parent.set(root(point(from.part, from.terminal)), root(point(to.part, to.terminal)))
  const members = new Map<string, string[]>()
  for (const [key, says] of points) {
    const at = root(key)
    const list = members.get(at)
    if (list) list.push(says)
    else members.set(at, [says])
  }
  const whole = new Map([...members].map(([at, list]) => [at, list.sort().join(' ')]))
  return new Map([...parent.keys()].map((key) => [key, whole.get(root(key)) ?? '']))
}
