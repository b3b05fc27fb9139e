import { Type } from 'typebox'

export const closed = { additionalProperties: false }
export const Id = Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,47}$' })
export const EntryId = Type.String({ pattern: '^[A-Za-z0-9_-]{8,64}$' })
/** `2027-03-01` */
export const Day = Type.String({ pattern: '^\\d{4}-(0\\d|1[0-2])-([0-2]\\d|3[01])$' })
export const Line = Type.String({ maxLength: 200 })
export const Text = Type.String({ maxLength: 4000 })

/** A place for a lead: `V2.m1`, or a conductor's end, `wire:w21.from`; in words and with its core, for when it is gone. */
export const Point = Type.Object(
  {
    point: Type.String({ minLength: 1, maxLength: 120 }),
    says: Line,
    place: Line,
    cable: Type.Optional(Id),
    core: Type.Optional(Type.String({ maxLength: 24 })),
  },
  closed,
)
