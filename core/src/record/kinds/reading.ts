import { type Static, Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Line, Point, Text } from './fields.ts'

/** A value that was measured: volts, ohms or amps. Null where the display showed none. */
const Value = Type.Union([Type.Number({ minimum: -1e9, maximum: 1e9 }), Type.Null()])

export const Reading = Type.Object(
  {
    kind: Type.Literal('reading'),
    mode: Type.Union((['volts', 'loz', 'direct', 'ohms', 'beep', 'amps'] as const).map((mode) => Type.Literal(mode))),
    from: Point,
    to: Point,
    /** Times the conductor went through the jaws of the clamp. */
    turns: Type.Optional(Type.Integer({ minimum: 1, maximum: 20 })),
    value: Value,
    /** Where it hunts: the least and the most it showed. */
    between: Type.Optional(Type.Tuple([Type.Number(), Type.Number()])),
    /** What the display showed, with its unit. */
    shows: Type.String({ maxLength: 40 }),
    /** The state it was taken in, in words; only what was logged before stands were kept. */
    state: Type.Optional(Type.Array(Line, { maxItems: 60 })),
    note: Type.Optional(Text),
  },
  closed,
)
export type Reading = Static<typeof Reading>

export const reading = entryKind({
  kind: 'reading',
  name: 'Reading',
  schema: Reading,
  // The wire a clamp is on is named by its two ends.
  says: ({ shows, mode, from, to }) =>
    mode === 'amps' ? `${shows} round the wire at ${from.says}` : `${from.says} to ${to.says}: ${shows}`,
})
