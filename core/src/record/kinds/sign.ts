import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Line, Text } from './fields.ts'

export const sign = entryKind({
  kind: 'sign',
  name: 'Signed',
  schema: Type.Object(
    {
      kind: Type.Literal('sign'),
      name: Type.String({ minLength: 1, maxLength: 120 }),
      /** The meter used, and when it was last calibrated. */
      meter: Line,
      calibrated: Type.Optional(Type.String({ pattern: '^\\d{4}-(0\\d|1[0-2])-([0-2]\\d|3[01])$' })),
      passed: Type.Integer({ minimum: 0, maximum: 200 }),
      of: Type.Integer({ minimum: 0, maximum: 200 }),
      notCovered: Type.Optional(Type.Array(Line, { maxItems: 100 })),
      remarks: Type.Optional(Text),
    },
    closed,
  ),
  says: ({ name, passed, of, meter }) =>
    `Signed by ${name}: ${passed} of ${of} steps as expected${meter ? `, meter ${meter}` : ''}`,
})
