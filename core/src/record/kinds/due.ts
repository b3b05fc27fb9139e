import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Day, Id, Line } from './fields.ts'

/** When a part is to be looked at again, and why; no date: not any more. */
export const due = entryKind({
  kind: 'due',
  name: 'Next due',
  schema: Type.Object(
    {
      kind: Type.Literal('due'),
      of: Id,
      on: Type.Union([Day, Type.Null()]),
      says: Line,
    },
    closed,
  ),
  subject: ({ of }) => `due:${of}`,
  says: ({ of, on, says }, job) => {
    const part = job.parts[of]?.label ?? of
    return on === null ? `${part}: no longer due` : `${part} due on ${on}${says ? `: ${says}` : ''}`
  },
})
