import { kindOf } from '../../parts/index.ts'
import type { AskKind } from '../ask.ts'
import { MINUTES } from '../minutes.ts'

/** Whether a boiler is called, a pump or a burner runs. */
export const runs: AskKind = {
  ask: 'runs',
  trust: 0.98,
  words: ['yes', 'no'],
  alike: { runs: 'yes', 'starts and stops': 'yes', stands: 'no' },
  asksOf: ({ job }) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      const running = kind?.roles.running ?? (kind?.class === 'boiler' ? kind.roles.told : undefined)
      if (!kind || !running || !['boiler', 'pump', 'burner'].includes(kind.class)) return []
      return [
        {
          id: `runs:${id}`,
          ask: 'runs' as const,
          power: true,
          part: id,
          place: part.place,
          minutes: MINUTES.look,
          says: kind.class === 'boiler' ? `Is ${part.label} called?` : `Does ${part.label} run?`,
        },
      ]
    }),
  shows({ bench }, { part }) {
    const { kind } = bench.netlist.parts.get(part!)!
    return bench.stateOf(part!)[kind.roles.running ?? kind.roles.told ?? ''] === true ? 'yes' : 'no'
  },
}
