import { Type } from 'typebox'
import { entryKind } from '../entry-kind.ts'
import { closed, Day, Line } from './fields.ts'

export const ACTIVITIES = ['tracing', 'stairs', 'wiring', 'measuring', 'waiting', 'driving'] as const

/** Time spent, by what it went on. */
export const hours = entryKind({
  kind: 'hours',
  name: 'Hours',
  schema: Type.Object(
    {
      kind: Type.Literal('hours'),
      activity: Type.Union(ACTIVITIES.map((activity) => Type.Literal(activity))),
      /** The day they were spent on, where that is not the day they were kept on. */
      day: Type.Optional(Day),
      minutes: Type.Number({ minimum: 0, maximum: 1440 }),
      note: Type.Optional(Line),
    },
    closed,
  ),
  says: ({ activity, minutes, day, note }) =>
    `${inHours(minutes)} ${activity}${day ? ` on ${day}` : ''}${note ? `, ${note}` : ''}`,
})

/** @example inHours(95) // '1 h 35 min' */
export function inHours(minutes: number): string {
  const whole = Math.round(minutes)
  const [h, min] = [Math.floor(whole / 60), whole % 60]
  return h === 0 ? `${min} min` : min === 0 ? `${h} h` : `${h} h ${min} min`
}
