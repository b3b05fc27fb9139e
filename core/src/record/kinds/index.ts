import type { Job } from '../../job/schema.ts'
import type { Entry } from '../entry.ts'
import type { EntryKind } from '../entry-kind.ts'
import { action } from './action.ts'
import { back } from './back.ts'
import { complaint } from './case.ts'
import { dead } from './dead.ts'
import { due } from './due.ts'
import { hours } from './hours.ts'
import { landed } from './landed.ts'
import { note } from './note.ts'
import { part } from './part.ts'
import { photo } from './photo.ts'
import { power } from './power.ts'
import { proof } from './proof.ts'
import { reading } from './reading.ts'
import { repair } from './repair.ts'
import { seen } from './seen.ts'
import { share } from './share.ts'
import { sign } from './sign.ts'
import { step } from './step.ts'
import { visit } from './visit.ts'

/** Every kind of entry. A new one is a new file and one line here. */
export const entryKinds: readonly EntryKind[] = [
  visit,
  complaint,
  reading,
  seen,
  action,
  landed,
  part,
  power,
  dead,
  proof,
  step,
  share,
  sign,
  repair,
  due,
  hours,
  note,
  photo,
  back,
]

const byKind = new Map(entryKinds.map((kind) => [kind.kind, kind]))

/** The kind of an entry; undefined where a newer version wrote it. */
export const entryKindOf = (body: { kind: string }): EntryKind | undefined => byKind.get(body.kind)

/**
 * An entry in words, whichever version wrote it.
 * @param known the entries among which one that ends another finds it
 */
export function entryInWords(job: Job, body: Entry['body'], known: readonly Entry[] = []): string {
  const kind = entryKindOf(body)
  if (!kind) return `A "${body.kind}" from a newer version`
  const ended = body.ends === undefined ? undefined : known.find(({ id }) => id === body.ends)
  return ended ? `${kind.says(body, job)}: ${entryInWords(job, ended.body)}` : kind.says(body, job)
}
