import type { Document } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import { type StageStanding, untouched } from './stage.ts'

export function log(_document: Document, entries: readonly Entry[]): StageStanding {
  const readings = entries.filter(({ body }) => body.kind === 'reading').length
  if (entries.length === 0) return untouched('Nothing is logged yet.')
  return {
    at: 'begun',
    findings: 0,
    says: `${entries.length === 1 ? 'One entry' : `${entries.length} entries`}, ${readings === 1 ? 'one reading' : `${readings} readings`}.`,
  }
}
