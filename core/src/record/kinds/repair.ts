import { Type } from 'typebox'
import { kindOf } from '../../parts/index.ts'
import { goesWith } from '../../suppose/put-right.ts'
import { entryKind } from '../entry-kind.ts'
import { suppositionOf } from './action.ts'
import { closed, Line } from './fields.ts'

const how = { replace: 'replaced', remake: 'made anew', move: 'moved', set: 'set', 'switch on': 'switched on' } as const

/**
 * Something was put right: a unit as the search names it, `V2/head`, `S4`. What was seen wrong with it is not so any more;
 * what a hand holds for a test, such as a lead that is lifted, waits for its own end.
 */
export const repair = entryKind({
  kind: 'repair',
  name: 'Put right',
  schema: Type.Object(
    {
      kind: Type.Literal('repair'),
      unit: Type.String({ minLength: 1, maxLength: 120 }),
      does: Type.Union([
        Type.Literal('replace'),
        Type.Literal('remake'),
        Type.Literal('move'),
        Type.Literal('set'),
        Type.Literal('switch on'),
      ]),
      /** The unit in words, as it was shown. */
      says: Line,
    },
    closed,
  ),
  fold({ circuit, supposed, open, hands }, { unit }) {
    const [part = '', piece] = unit.split('/')
    // A switch that was seen off and is switched on, a dial that is pushed back: what such a fault of the kind would hold.
    const faults = kindOf(circuit.parts[part])?.faults ?? []
    const set = faults.flatMap((fault) => (fault.unit === piece ? Object.keys(fault.pin ?? {}) : []))
    if (piece !== undefined) hands.forgetSeen(part, piece === 'whole' ? undefined : set)
    const held = new Set([...open.values()].map(({ entry }) => suppositionOf(entry.body)))
    for (const [id, { is }] of supposed) if (!held.has(id) && goesWith(circuit, is, unit)) supposed.delete(id)
  },
  says: ({ says, does }) => `${says}: ${how[does]}`,
})
