import { fail, type Result, succeed } from '../job/failure.ts'
import { door } from '../job/validate.ts'
import { Entry } from '../record/entry.ts'
import { entryKinds } from '../record/kinds/index.ts'

const envelope = door(Entry)
const bodies = new Map(entryKinds.map(({ kind, schema }) => [kind, door(schema)]))

/**
 * Reads a value as an entry. It is refused where it is malformed, never for what it names; a kind this version does not know
 * is let through as it is.
 */
export function readEntry(value: unknown): Result<Entry> {
  const read = envelope(value)
  if (!read.ok) return read
  // The form lets the 31st of February through; the calendar does not.
  for (const name of ['at', 'clock'] as const)
    if (!isInstant(read.value[name]))
      return fail({
        code: 'entry/date',
        where: `/${name}`,
        says: `/${name} is ${read.value[name]}, and there is no such moment.`,
        remedy: 'Send the time the clock on the wall showed.',
      })
  const body = bodies.get(read.value.body.kind)?.(read.value.body)
  if (body && !body.ok)
    return { ok: false, failures: body.failures.map((failure) => ({ ...failure, where: `/body${failure.where}` })) }
  return succeed(read.value)
}

const isInstant = (text: string): boolean => {
  const at = new Date(text)
  return !Number.isNaN(at.getTime()) && at.toISOString() === text
}
