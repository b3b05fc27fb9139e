import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, EntryId } from './fields.ts'

/** Takes back the entry it names, wherever the two sort. */
export const back = entryKind({
  kind: 'back',
  name: 'Taken back',
  schema: Type.Object({ kind: Type.Literal('back'), of: EntryId }, closed),
  says: () => 'Taken back',
})
