import { Type } from 'typebox'
import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import { entryKind } from '../entry-kind.ts'
import { closed, Id, Line } from './fields.ts'

export const power = entryKind({
  kind: 'power',
  name: 'Power',
  schema: Type.Object(
    {
      kind: Type.Literal('power'),
      does: Type.Union([Type.Literal('off'), Type.Literal('on')]),
      /** The switches, breakers and fuses that were opened or closed. */
      at: Type.Array(Id, { maxItems: 20 }),
      lockedBy: Type.Optional(Line),
    },
    closed,
  ),
  subject: () => 'power',
  fold(found, { does, at }) {
    found.power = does
    for (const part of at) {
      const closedBy = kindOf(found.circuit.parts[part])?.roles.closed
      if (closedBy) found.hands.set(part, closedBy, does === 'on')
    }
  },
  says: ({ does, at, lockedBy }, job) =>
    `Power ${does}${at.length > 0 ? ` at ${at.map((id) => labelOf(job, id)).join(', ')}` : ''}${lockedBy ? `, locked by ${lockedBy}` : ''}`,
})
