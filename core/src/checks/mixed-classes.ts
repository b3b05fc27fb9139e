import { litWires } from '../loops/lit.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule, Ruled } from './finding.ts'

export const mixedClasses: Rule = {
  id: 'mixed-classes',
  name: 'Line voltage and low voltage share no sheath and no box',
  caution: 'Line voltage beside a low-voltage core: treat both as line voltage until they are apart.',
  check({ job, simulation, poles }) {
    const light = litWires(simulation, job)
    const isLine = (wire: string) => light[wire]?.circuit === 'line voltage'
    const isLow = (wire: string) => ['low voltage', 'call', 'signal'].includes(light[wire]?.circuit ?? '')
    const mixed = (wires: readonly string[]) => wires.some(isLine) && wires.some(isLow)
    /** Is all of the line's in here there only because it touches a circuit that is none of its own? */
    const strayed = (wires: readonly string[]) => {
      const copper = ({ part = '', terminal = '' }: { part?: string; terminal?: string }) => {
        const node = poles.node(part, terminal)
        return node === undefined ? undefined : poles.copper.of(node)
      }
      const line = wires.filter(isLine).map((wire) => copper(job.wires[wire]!.from))
      return ({ rule, at }: Ruled) => {
        if (rule !== 'loops-apart' && rule !== 'line-on-low') return false
        const touched = new Set(at.map(copper))
        return line.every((one) => touched.has(one))
      }
    }
    const found: Found[] = []
    for (const [id, { label }] of Object.entries(job.cables)) {
      const wires = Object.keys(job.wires).filter((wire) => job.wires[wire]!.cable === id)
      if (!mixed(wires)) continue
      found.push({
        severity: 'danger',
        at: [{ cable: id }, ...wires.filter(isLow).map((wire) => ({ wire }))],
        says: `${label} carries line voltage and low voltage in one sheath.`,
        why: 'One nick in the insulation, and line voltage stands on a thermostat or on the boiler’s board.',
        remedy: 'Pull a cable of its own for the low-voltage circuit.',
        explainedBy: strayed(wires),
      })
    }
    for (const [part, one] of Object.entries(job.parts)) {
      if (kindOf(one)?.class !== 'joint') continue
      const wires = Object.keys(job.wires).filter((wire) =>
        [job.wires[wire]!.from, job.wires[wire]!.to].some((end) => end.part === part),
      )
      if (!mixed(wires)) continue
      found.push({
        severity: 'danger',
        at: [{ part }, ...wires.filter(isLow).map((wire) => ({ wire }))],
        says: `${labelOf(job, part)} holds line voltage and low voltage.`,
        why: 'Line-voltage and low-voltage conductors belong in separate compartments.',
        remedy: 'Bring the low-voltage conductors together in a connector or box of their own.',
        explainedBy: strayed(wires),
      })
    }
    return found
  },
}
