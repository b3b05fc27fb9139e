import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Id } from './fields.ts'

const StepId = Type.String({ minLength: 1, maxLength: 120 })

export const proof = entryKind({
  kind: 'proof',
  name: 'Proof begun',
  schema: Type.Object(
    {
      kind: Type.Literal('proof'),
      /** The whole script, the closing check after a repair, or the zones a change has touched. */
      for: Type.Union([Type.Literal('whole'), Type.Literal('closing'), Type.Literal('zones')]),
      zones: Type.Optional(Type.Array(Id, { maxItems: 99 })),
      /** The steps of its script as it was computed then, in their order. */
      steps: Type.Array(StepId, { minItems: 1, maxItems: 200 }),
    },
    closed,
  ),
  says: ({ for: purpose, steps }) =>
    `${purpose === 'whole' ? 'Commissioning' : purpose === 'closing' ? 'Closing check' : 'Check of what was changed'}: ${steps.length === 1 ? 'one step' : `${steps.length} steps`}`,
})
