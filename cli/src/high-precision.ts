import type { Circuit } from '@civil-lantern/core'
import { Decimal } from 'decimal.js'

const Precise = Decimal.clone({ precision: 40 })
type Complex = readonly [Decimal, Decimal]

const zero: Complex = [new Precise(0), new Precise(0)]
const add = (a: Complex, b: Complex): Complex => [a[0].plus(b[0]), a[1].plus(b[1])]
const sub = (a: Complex, b: Complex): Complex => [a[0].minus(b[0]), a[1].minus(b[1])]
const mul = (a: Complex, b: Complex): Complex => [
  a[0].times(b[0]).minus(a[1].times(b[1])),
  a[0].times(b[1]).plus(a[1].times(b[0])),
]
const neg = (a: Complex): Complex => [a[0].neg(), a[1].neg()]
const inv = ([re, im]: Complex): Complex => {
  const norm = re.times(re).plus(im.times(im))
  return [re.div(norm), im.neg().div(norm)]
}

/**
 * Solves a circuit's nodal equations again with 40 digits, by plain Gaussian elimination on rows kept as maps, from the
 * electrical values and not from the core's matrix: an independent answer to hold the core's against.
 * @returns complex volts by node
 */
export function highPrecision(circuit: Circuit): readonly Complex[] {
  const { netlist } = circuit
  const omega = Precise.acos(-1).times(2).times(netlist.hertz)
  const rows: Map<number, Complex>[] = netlist.nodes.map(() => new Map())
  const right: Complex[] = netlist.nodes.map(() => zero)
  const stamp = (row: number, column: number, y: Complex) =>
    rows[row]!.set(column, add(rows[row]!.get(column) ?? zero, y))
  const branch = (a: number, b: number, y: Complex) => {
    stamp(a, a, y)
    stamp(b, b, y)
    stamp(a, b, neg(y))
    stamp(b, a, neg(y))
  }
  for (const one of netlist.branches) {
    const { open, ohms, henries, farads } = circuit.lump(one)
    if (open) continue
    const series = inv([new Precise(ohms), omega.times(henries)])
    branch(one.a, one.b, add(series, [new Precise(0), omega.times(farads)]))
    const volts = circuit.volted(one)
    if (volts === 0) continue
    const pushed = mul(series, [new Precise(volts), new Precise(0)])
    right[one.a] = add(right[one.a]!, pushed)
    right[one.b] = sub(right[one.b]!, pushed)
  }
  for (const winding of netlist.windings) {
    const { ohms, henries, mutual } = winding.element
    const { whole, within } = circuit.wound(winding)
    branch(winding.nodes[2], winding.nodes[3], [new Precise(within), new Precise(0)])
    const z1: Complex = [new Precise(ohms[0]), omega.times(henries[0])]
    const z2: Complex = [new Precise(ohms[1]), omega.times(henries[1])]
    const [a, b, c, d] = winding.nodes
    if (!whole[0] || !whole[1]) {
      if (whole[0]) branch(a, b, inv(z1))
      if (whole[1]) branch(c, d, inv(z2))
      continue
    }
    const zm: Complex = [new Precise(0), omega.times(mutual)]
    const det = inv(sub(mul(z1, z2), mul(zm, zm)))
    branch(a, b, mul(z2, det))
    branch(c, d, mul(z1, det))
    const ym = neg(mul(zm, det))
    for (const [p, x] of [
      [a, 1],
      [b, -1],
    ] as const)
      for (const [s, y] of [
        [c, 1],
        [d, -1],
      ] as const) {
        const signed = x * y === 1 ? ym : neg(ym)
        stamp(p, s, signed)
        stamp(s, p, signed)
      }
  }
  return eliminateAndSolve(rows, right)
}

/** Node 0 is held at zero. Rows go in the order of their present length. */
function eliminateAndSolve(rows: Map<number, Complex>[], right: Complex[]): Complex[] {
  const left = new Set(rows.keys())
  left.delete(0)
  for (const row of rows) row.delete(0)
  const done: { node: number; row: Map<number, Complex>; right: Complex; pivot: Complex }[] = []
  while (left.size > 0) {
    let node = -1
    for (const candidate of left) if (node === -1 || rows[candidate]!.size < rows[node]!.size) node = candidate
    left.delete(node)
    const row = rows[node]!
    const pivot = inv(row.get(node)!)
    done.push({ node, row, right: right[node]!, pivot })
    for (const other of [...row.keys()]) {
      if (other === node || !left.has(other)) continue
      const target = rows[other]!
      const factor = mul(target.get(node)!, pivot)
      target.delete(node)
      for (const [column, value] of row)
        if (column !== node) target.set(column, sub(target.get(column) ?? zero, mul(factor, value)))
      right[other] = sub(right[other]!, mul(factor, right[node]!))
    }
  }
  const volts: Complex[] = rows.map(() => zero)
  for (const { node, row, right: b, pivot } of done.reverse()) {
    let sum = b
    for (const [column, value] of row) if (column !== node) sum = sub(sum, mul(value, volts[column]!))
    volts[node] = mul(sum, pivot)
  }
  return volts
}
