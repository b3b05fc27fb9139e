import { type Static, Type } from 'typebox'
import type { Entry } from '../entry.ts'
import { entryKind } from '../entry-kind.ts'
import { closed, Id, Line, Text } from './fields.ts'

/** A spot on a picture, from its left and its top as shares of its size. */
const Pin = Type.Object(
  { x: Type.Number({ minimum: 0, maximum: 1 }), y: Type.Number({ minimum: 0, maximum: 1 }), says: Line },
  closed,
)
export type Pin = Static<typeof Pin>

/** What a picture is named by: the SHA-256 of its bytes, so that it is the same wherever it lies. */
const Hash = Type.String({ pattern: '^[0-9a-f]{64}$' })

/** A photo of the wall, before it is touched and after, or the leaflet of a part; its bytes lie beside the entries, by their hash. */
export const photo = entryKind({
  kind: 'photo',
  name: 'Photo',
  schema: Type.Object(
    {
      kind: Type.Literal('photo'),
      file: Hash,
      text: Text,
      /** The part it is of. */
      of: Type.Optional(Id),
      pins: Type.Array(Pin, { maxItems: 40 }),
      /** What it is where it is no picture: a diagram or a leaflet as it was given. */
      paper: Type.Optional(Type.Literal('pdf')),
    },
    closed,
  ),
  says: ({ text, of, pins, paper }, job) => {
    const part = of === undefined ? undefined : job.parts[of]?.label
    const words = [part, text].filter(Boolean).join(': ') || (paper ? 'Leaflet' : 'Photo')
    return pins.length === 0 ? words : `${words} (${pins.map(({ says }, i) => `${i + 1} ${says}`).join('; ')})`
  },
})

/** What pictures entries name, each once. @example photosIn(entries).length // 2 */
export const photosIn = (entries: readonly Entry[]): string[] => [
  ...new Set(
    entries.flatMap(({ body }) => (body.kind === 'photo' && typeof body.file === 'string' ? [body.file] : [])),
  ),
]
