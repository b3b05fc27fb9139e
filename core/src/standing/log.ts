import type { Document } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { type StageStanding, untouched } from './stage.ts'

/** What was written down and not taken back. */
export function log(_document: Document, entries: readonly Entry[]): StageStanding {
  const gone = takenBack(entries)
  const standing = entries.filter(({ id, body }) => body.kind !== 'back' && !gone.has(id))
  const readings = standing.filter(({ body }) => body.kind === 'reading').length
  if (standing.length === 0) return untouched('Nothing is logged yet.')
  return {
    at: 'begun',
    findings: 0,
    says: `${standing.length === 1 ? 'One entry' : `${standing.length} entries`}, ${readings === 1 ? 'one reading' : `${readings} readings`}.`,
  }
}
