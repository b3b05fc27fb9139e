import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Line } from './fields.ts'

const how = { replace: 'replaced', remake: 'made anew', move: 'moved', set: 'set', 'switch on': 'switched on' } as const

/** Something was put right: a unit as the search names it, `V2/head`, `S4`. Found is as it was: what was wrong was never on it. */
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
  says: ({ says, does }) => `${says}: ${how[does]}`,
})
