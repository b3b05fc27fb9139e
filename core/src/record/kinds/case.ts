import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Id, Text } from './fields.ts'

export const complaint = entryKind({
  kind: 'case',
  name: 'Complaint',
  schema: Type.Object(
    {
      kind: Type.Literal('case'),
      does: Type.Union([Type.Literal('opened'), Type.Literal('closed')]),
      complaint: Text,
      /** Zones it is about. */
      zones: Type.Optional(Type.Array(Id, { maxItems: 99 })),
      /** What it was, once that is known. */
      cause: Type.Optional(Text),
    },
    closed,
  ),
  says: ({ does, complaint: said, cause }) => (does === 'closed' ? `Closed: ${cause ?? said}` : said),
})
