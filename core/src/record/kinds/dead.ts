import { Type } from 'typebox'
import { pointInWords } from '../../words/words.ts'
import { entryKind } from '../entry-kind.ts'
import { closed, Line } from './fields.ts'

/** Proven dead: the tester on a live source, the points, the tester again. It ends when power is noted as back. */
export const dead = entryKind({
  kind: 'dead',
  name: 'Proven dead',
  schema: Type.Object(
    {
      kind: Type.Literal('dead'),
      /** Was the tester proven before, and again after? */
      before: Type.Boolean(),
      after: Type.Boolean(),
      points: Type.Array(
        Type.Object(
          { from: Type.String({ maxLength: 120 }), to: Type.String({ maxLength: 120 }), shows: Line },
          closed,
        ),
        { minItems: 1, maxItems: 60 },
      ),
    },
    closed,
  ),
  subject: () => 'dead',
  says: ({ points, before, after }, job) =>
    `${points.map(({ from, to, shows }) => `${pointInWords(job, from)} to ${pointInWords(job, to)} ${shows}`).join('; ')}${before && after ? '; tester proven before and after' : '; the tester was not proven'}`,
})
