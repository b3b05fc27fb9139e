import { pairInWords } from '../../words/words.ts'
import { type Ask, type AskKind, asRead } from '../ask.ts'
import { MINUTES, readingMinutes } from '../minutes.ts'
import { heldBetween } from './held.ts'

/** What a part holds between two terminals read by itself, its leads lifted: nothing beside it is read with it. */
export const alone: AskKind = {
  ask: 'alone',
  trust: 0.98,
  asksOf: ({ job, bench }) =>
    heldBetween(bench).map(
      ({ part, from, to, line }): Ask => ({
        id: `alone:${from}:${to}`,
        ask: 'alone',
        power: false,
        from,
        to,
        part,
        place: job.parts[part]!.place,
        minutes: readingMinutes(job, part) + MINUTES.ohms + MINUTES.lift,
        ...(line ? { line: true } : {}),
        says: `Dead: lift what is landed on the first, and read ohms across ${pairInWords(job, from, to)}. Land it again.`,
      }),
    ),
  shows({ bench }, { part, from, to }) {
    const own = bench.netlist.parts.get(part!)!
    const at = (point: string) => own.nodes.get(point.slice(part!.length + 1))
    const [a, b] = [at(from!), at(to!)]
    let siemens = 0
    for (const branch of own.branches.values()) {
      if (!(branch.a === a && branch.b === b) && !(branch.a === b && branch.b === a)) continue
      const { open, ohms } = bench.circuit.lump(branch)
      if (!open) siemens += 1 / Math.max(LEADS, ohms)
    }
    return asRead(1 / siemens)
  },
}

/** What the leads of a meter show by themselves, ohms. */
const LEADS = 0.05
