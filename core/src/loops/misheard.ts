import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import { labelOf, type Piece, terminalInWords } from '../words/words.ts'
import type { ZoneLoops } from './loops.ts'
import type { Post } from './unroll.ts'

/**
 * What a valve hears instead of the output that is meant to ask it, as the rest of a sentence about it: another output, or its
 * own with the poles exchanged. Nothing where it hears what it should, or nothing at all.
 */
export function misheard(
  { netlist, circuit }: Simulation,
  job: Job,
  { zone, signal }: ZoneLoops,
  asker: InstalledPart,
  valve: InstalledPart,
): Piece[] {
  if (!signal?.from) return []
  const { outputs = {}, signals = [] } = asker.kind.roles
  const meant = signals[Object.keys(outputs).indexOf(String(job.zones[zone]?.output ?? ''))]?.[0]
  const { part, terminal } = signal.from
  if (part !== asker.id || (meant !== undefined && terminal !== meant)) {
    const own: Post = { ...signal.from, part: asker.id, terminal: meant ?? terminal }
    return [
      { text: ' hears ' },
      output(netlist.parts.get(part), job, signal.from),
      { text: ' and not ' },
      { ...output(asker, job, own), wrong: false },
      { text: '.' },
    ]
  }
  const ear = valve.branches.get(valve.kind.roles.listens ?? '')
  if (!ear || circuit.directVolts(ear.a, ear.b) >= 0) return []
  return [{ text: ' is fed and hears its signal the wrong way round, so it stands at its zero end.' }]
}

/** An output by its part, and by its terminal where the part has several. */
const output = (from: InstalledPart | undefined, job: Job, { part, terminal }: Post): Piece => ({
  text: (from?.kind.roles.signals?.length ?? 0) > 1 ? terminalInWords(job, part, terminal) : labelOf(job, part),
  part,
  wrong: true,
})
