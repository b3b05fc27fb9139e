import { type Static, Type } from 'typebox'
import { Stand } from './stand.ts'

const closed = { additionalProperties: false }
const EntryId = Type.String({ pattern: '^[A-Za-z0-9_-]{8,64}$' })

/** `2026-11-25T13:05:00.120Z`, always with milliseconds, so that text sorts as time. */
const Instant = Type.String({
  pattern: '^\\d{4}-(0\\d|1[0-2])-([0-2]\\d|3[01])T([01]\\d|2[0-3]):[0-5]\\d:[0-5]\\d\\.\\d{3}Z$',
})

/** What an entry says, by its kind. A kind this version does not know is kept as it came. */
export const Body = Type.Object(
  { kind: Type.String({ pattern: '^[a-z][a-z-]{0,23}$' }) },
  { additionalProperties: true },
)

/** One thing that was seen, measured or done at the wall: appended, never changed. */
export const Entry = Type.Object(
  {
    id: EntryId,
    visit: Type.Optional(EntryId),
    case: Type.Optional(EntryId),
    proof: Type.Optional(EntryId),
    /** Who, by the name given on that device; stamped by the server where there is sign-in. */
    by: Type.String({ maxLength: 80 }),
    device: Type.String({ pattern: '^[A-Za-z0-9_-]{1,64}$' }),
    /** Counts the entries made on the device. */
    counter: Type.Integer({ minimum: 0, maximum: 1e9 }),
    /** A hybrid clock: never earlier than the latest entry the device had seen. */
    at: Instant,
    /** What the clock on the wall said. */
    clock: Instant,
    /** The highest counter of each other device that this one had seen. */
    knew: Type.Optional(
      Type.Record(
        Type.String({ pattern: '^[A-Za-z0-9_-]{1,64}$' }),
        Type.Integer({ minimum: 0, maximum: 1e9 }),
        closed,
      ),
    ),
    source: Type.Union([Type.Literal('wall'), Type.Literal('stand-in'), Type.Literal('computed')]),
    /** Revision of the document it was made on. */
    revision: Type.Integer({ minimum: 0 }),
    stand: Type.Optional(Stand),
    body: Body,
  },
  closed,
)
/** The body's own fields are those of its kind; one of a newer version may hold anything. */
export type Entry = Omit<Static<typeof Entry>, 'body'> & {
  body: { kind: string; [field: string]: unknown }
}

/** Entries in their one order: by hybrid clock, then device, counter and id. */
export const inOrder = (a: Entry, b: Entry): number =>
  compareText(a.at, b.at) || compareText(a.device, b.device) || a.counter - b.counter || compareText(a.id, b.id)

const compareText = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

/** Had the maker of `later` seen `earlier`? */
export const hadSeen = (later: Entry, earlier: Entry): boolean =>
  later.device === earlier.device
    ? later.counter > earlier.counter
    : (later.knew?.[earlier.device] ?? -1) >= earlier.counter

/** What a device has to say with its next entry so that everybody can order it. */
export interface Maker {
  readonly id: string
  readonly by: string
  readonly device: string
  /** What the wall's clock says, ISO with milliseconds. */
  readonly clock: string
  readonly revision: number
  readonly visit?: string
  readonly case?: string
  readonly proof?: string
}

/**
 * Makes the next entry of a device: its clock never runs behind what the device has seen, and it says what that was.
 * @param known every entry the device has, in any order
 */
export function nextEntry(
  { id, by, device, clock, revision, visit, case: ofCase, proof }: Maker,
  known: readonly Entry[],
  body: Entry['body'],
  stand?: Stand,
): Entry {
  let latest = ''
  let counter = 0
  const knew: Record<string, number> = {}
  for (const entry of known) {
    if (entry.at > latest) latest = entry.at
    if (entry.device === device) counter = Math.max(counter, entry.counter + 1)
    else knew[entry.device] = Math.max(knew[entry.device] ?? 0, entry.counter)
  }
  const after = latest === '' ? '' : new Date(Date.parse(latest) + 1).toISOString()
  return {
    id,
    ...(visit === undefined ? {} : { visit }),
    ...(ofCase === undefined ? {} : { case: ofCase }),
    ...(proof === undefined ? {} : { proof }),
    by,
    device,
    counter,
    at: clock > after ? clock : after,
    clock,
    ...(Object.keys(knew).length > 0 ? { knew } : {}),
    source: 'wall',
    revision,
    ...(stand === undefined ? {} : { stand }),
    body,
  }
}
