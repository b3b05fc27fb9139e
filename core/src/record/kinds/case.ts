import { Type } from 'typebox'
import type { Entry } from '../entry.ts'
import { entryKind } from '../entry-kind.ts'
import { closed, EntryId, Id, Text } from './fields.ts'

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
      /** What is told of when it began: `wired`, `yesterday`, `outage`; it moves what is likely. */
      told: Type.Optional(Id),
      /** The proof in which it came up: what passed there is evidence. */
      proof: Type.Optional(EntryId),
      /** What it was, once that is known. */
      cause: Type.Optional(Text),
    },
    closed,
  ),
  says: ({ does, complaint: said, cause }) => (does === 'closed' ? `Closed: ${cause ?? said}` : said),
})

/** Complaints that were opened and neither closed nor taken back, the oldest first. */
export function openCases(entries: readonly Entry[], gone: ReadonlySet<string>): Entry[] {
  const cases = entries.filter(({ id, body }) => body.kind === 'case' && !gone.has(id))
  const closed = new Set(cases.flatMap(({ body, case: of }) => (body.does === 'closed' && of ? [of] : [])))
  return cases.filter(({ id, body }) => body.does === 'opened' && !closed.has(id))
}
