import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import { type AskKind, faultsOf } from '../ask.ts'
import { MINUTES } from '../minutes.ts'

/** What a display or a lamp shows: of what lives on the circuit, on a battery, or links by radio. */
export const display: AskKind = {
  ask: 'display',
  trust: 0.97,
  words: ['shows', 'blank', 'blinks', 'blank in the hand unit'],
  alike: { 'shows heat': 'shows', waits: 'shows', lit: 'shows', dark: 'blank', on: 'shows', off: 'blank' },
  asksOf: ({ job }) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      if (!kind?.roles.livesOn && !kind?.faults?.some((fault) => fault.display)) return []
      return [
        {
          id: `display:${id}`,
          ask: 'display' as const,
          power: true,
          part: id,
          place: part.place,
          minutes: MINUTES.look,
          words: [...new Set(['shows', 'blank', ...(kind.faults ?? []).flatMap(({ display }) => display ?? [])])],
          says: `What does the display or lamp of ${labelOf(job, id)} show?`,
        },
      ]
    }),
  shows({ bench, wrong }, { part }) {
    const own = bench.netlist.parts.get(part!)!
    const faults = faultsOf(wrong, part!)
    const fault = own.kind.faults?.find(({ name, display }) => display && faults.has(name))
    if (fault?.display) return fault.display
    const [element, from] = own.kind.roles.livesOn ?? []
    const lives = own.branches.get(element ?? '')
    if (!lives || from === undefined) return 'shows'
    const least = typeof from === 'number' ? from : (own.figures[from] ?? 0)
    return bench.circuit.level(lives.a, lives.b) >= least ? 'shows' : 'blank'
  },
}
