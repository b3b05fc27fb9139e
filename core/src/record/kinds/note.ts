import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Text } from './fields.ts'

export const note = entryKind({
  kind: 'note',
  name: 'Note',
  schema: Type.Object({ kind: Type.Literal('note'), text: Text }, closed),
  says: ({ text }) => text,
})
