import { kindOf } from '../parts/index.ts'
import { terminalInWords } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

const isGreen = (colour: string) => colour === 'green' || colour === 'green-yellow'

export const earthBorrowed: Rule = {
  id: 'earth-borrowed',
  name: 'Earth is never a conductor',
  caution: 'An earth that carries current makes every metal case live when it breaks. Isolate before it is opened.',
  check({ job, poles, landed }) {
    const { line, earth } = poles
    const found: Found[] = []
    for (const [wire, { from, to, colour, cable, label }] of Object.entries(job.wires)) {
      if (!isGreen(colour)) continue
      const lands = [from, to].map(({ part, terminal }) => kindOf(job.parts[part])?.terminals[terminal]?.circuit)
      const node = poles.node(from.part, from.terminal)
      if (!line || node === undefined || lands.includes('earth')) continue
      if (!poles.onRail(node, line.hotNode, line.backNode) && !poles.metal.joined(node, line.hotNode)) continue
      // Where neutral is joined to earth somewhere, the earth core is an earth still: what joins them is said below.
      const isEarth = earth !== undefined && poles.copper.joined(node, earth)
      if (isEarth && !poles.onRail(node, line.hotNode)) continue
      found.push({
        severity: 'danger',
        at: [{ wire }, from, to],
        says: `Wire ${label} (${colour}) carries line voltage from ${terminalInWords(job, from.part, from.terminal)} to ${terminalInWords(job, to.part, to.terminal)}.`,
        why: 'A core in the earth’s colours is never a live, sleeved or not: the next hand will take it for earth.',
        remedy: cable ? 'Pull a cable with enough cores.' : 'Use a core of another colour.',
      })
    }
    if (earth === undefined || !line) return found
    for (const { part, terminal, kind, described, says, wires } of landed.all) {
      if (described.circuit === 'earth' || kind.class === 'joint' || kind.class === 'supply' || wires.length === 0)
        continue
      const node = poles.node(part, terminal)!
      if (!poles.copper.joined(node, earth)) continue
      found.push({
        severity: 'danger',
        at: [{ part, terminal }, ...wires.map((wire) => ({ wire }))],
        says: `${says} is joined to earth.`,
        why: 'Earth is borrowed as a conductor: current flows in it, and cases can become live.',
        remedy: 'Take that conductor off earth and bring the right one.',
      })
    }
    return found
  },
}
