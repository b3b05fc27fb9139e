import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Line } from './fields.ts'

export const visit = entryKind({
  kind: 'visit',
  name: 'Visit',
  schema: Type.Object(
    {
      kind: Type.Literal('visit'),
      does: Type.Union([Type.Literal('opens'), Type.Literal('closes')]),
      /** New work hangs everything itself; a service visit finds a wall. */
      for: Type.Union([Type.Literal('new work'), Type.Literal('service')]),
      who: Type.Optional(Line),
    },
    closed,
  ),
  says: ({ does, for: purpose, who }) => `${who ? `${who}: v` : 'V'}isit ${does}, ${purpose}`,
})
