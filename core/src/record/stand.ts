import { type Static, Type } from 'typebox'

const closed = { additionalProperties: false }
const Id = Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$' })
const Point = Type.String({ minLength: 1, maxLength: 120 })
const Seconds = Type.Number({ minimum: 0, maximum: 1e7 })
export const StateSchema = Type.Union([Type.Number(), Type.Boolean(), Type.String({ maxLength: 60 })])

/**
 * How the plant stood when something was read, seen or done: who calls and for how long, what hands have moved, what is
 * lifted and linked, whether there is power. What is left out is as found and settled.
 */
export const Stand = Type.Object(
  {
    calls: Type.Optional(
      Type.Record(
        Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,47}$' }),
        Type.Object({ on: Type.Boolean(), seconds: Type.Optional(Seconds) }, closed),
        closed,
      ),
    ),
    hands: Type.Optional(
      Type.Array(
        Type.Object(
          { part: Id, state: Type.String({ maxLength: 32 }), value: StateSchema, seconds: Type.Optional(Seconds) },
          closed,
        ),
        { maxItems: 60 },
      ),
    ),
    lifted: Type.Optional(Type.Array(Point, { maxItems: 40 })),
    linked: Type.Optional(Type.Array(Type.Tuple([Point, Point]), { maxItems: 20 })),
    power: Type.Optional(Type.Object({ on: Type.Boolean(), seconds: Type.Optional(Seconds) }, closed)),
    place: Type.Optional(Type.String({ maxLength: 120 })),
  },
  closed,
)
export type Stand = Static<typeof Stand>
