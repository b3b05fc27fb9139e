import type { Circuit } from '../circuit/circuit.ts'

/**
 * Writes a circuit in its present state as a netlist for SPICE-like simulators: one `R`, `L`, `C`, `V` or `K` card for
 * each piece that conducts; open contacts and broken wires are left out. Nodes are numbered, earth is 0, and a comment
 * names each. The frequency is the site's; sources are RMS volts at phase 0.
 */
export function writeSpice(circuit: Circuit, title: string): string {
  const { netlist } = circuit
  const lines = [`* ${title.replace(/[\r\n]+/g, ' ')}`, '* Written by Civil Lantern. Nodes:']
  for (const [index, name] of netlist.nodes.entries()) lines.push(`*   ${index} = ${name}`)
  for (const branch of netlist.branches) {
    const { open, ohms, henries, farads } = circuit.lump(branch)
    if (open) continue
    const { index: i, a, b } = branch
    lines.push(`* ${branch.id}`)
    const direct = circuit.dcVolts(branch)
    if (branch.volts !== 0 || direct !== 0) {
      lines.push(
        `Vs${i} s${i} ${b} DC ${number(direct)} AC ${circuit.volted(branch)}`,
        `Rs${i} ${a} s${i} ${number(ohms)}`,
      )
      continue
    }
    // A rectifier lets no direct current through: a farad blocks it, tuned out by an inductance at the frequency of the site.
    const blocked = branch.element?.form === 'load' && branch.element.rectified === true
    const inductance = henries + (blocked ? 1 / ((2 * Math.PI * netlist.hertz) ** 2 * BLOCKING_FARADS) : 0)
    const end = blocked ? `q${i}` : b
    lines.push(`R${i} ${a} ${inductance > 0 ? `m${i}` : end} ${number(ohms)}`)
    if (inductance > 0) lines.push(`L${i} m${i} ${end} ${number(inductance)}`)
    if (blocked) lines.push(`Cq${i} ${end} ${b} ${number(BLOCKING_FARADS)}`)
    if (farads > 0) lines.push(`C${i} ${a} ${b} ${number(farads)}`)
  }
  for (const [w, winding] of netlist.windings.entries()) {
    const { element, nodes, id } = winding
    const [a, b, c, d] = nodes
    const { whole, within } = circuit.wound(winding)
    lines.push(`* ${id}`)
    const half = (name: string, from: number, to: number, ohms: number, henries: number) =>
      lines.push(`R${name} ${from} ${name} ${number(ohms)}`, `L${name} ${name} ${to} ${number(henries)}`)
    if (whole[0]) half(`wp${w}`, a, b, element.ohms[0], element.henries[0])
    if (whole[1]) half(`ws${w}`, c, d, element.ohms[1], element.henries[1])
    const coupling = element.mutual / Math.sqrt(element.henries[0] * element.henries[1])
    if (within > 0) lines.push(`Rwx${w} ${c} ${d} ${number(1 / within)}`)
    if (whole[0] && whole[1]) lines.push(`Kw${w} Lwp${w} Lws${w} ${number(coupling)}`)
  }
  lines.push('.end')
  return `${lines.join('\n')}\n`
}

const BLOCKING_FARADS = 1e-3
const number = (value: number) => value.toPrecision(17)
