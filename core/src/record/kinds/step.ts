import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, EntryId, Line, Text } from './fields.ts'

/** How a step of a proof came out. Its readings are entries of their own; `step` only binds them. */
export const step = entryKind({
  kind: 'step',
  name: 'Proof step',
  schema: Type.Object(
    {
      kind: Type.Literal('step'),
      step: Type.String({ minLength: 1, maxLength: 120 }),
      /** Its name, as it was shown. */
      name: Line,
      outcome: Type.Union([Type.Literal('pass'), Type.Literal('fail'), Type.Literal('could not')]),
      /** What was otherwise than expected, or why it could not be done. */
      otherwise: Type.Optional(Type.Array(Line, { maxItems: 60 })),
      /** The same by what was looked at or read, as the script names it. */
      misses: Type.Optional(Type.Array(Type.String({ maxLength: 300 }), { maxItems: 60 })),
      readings: Type.Optional(Type.Array(EntryId, { maxItems: 60 })),
      note: Type.Optional(Text),
    },
    closed,
  ),
  says: ({ name, outcome, otherwise = [] }) =>
    `${name}: ${outcome === 'pass' ? 'as expected' : outcome === 'fail' ? 'not as expected' : 'could not be done'}${otherwise.length > 0 ? ` (${otherwise.join('; ')})` : ''}`,
})
