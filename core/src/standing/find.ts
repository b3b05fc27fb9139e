import type { Document } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { openCases } from '../record/kinds/case.ts'
import { type StageStanding, untouched } from './stage.ts'

/** Complaints that were opened and not closed. */
export function find(_document: Document, entries: readonly Entry[]): StageStanding {
  const gone = takenBack(entries)
  const opened = entries.filter(({ id, body }) => body.kind === 'case' && body.does === 'opened' && !gone.has(id))
  const open = openCases(entries, gone)
  if (opened.length === 0) return untouched('Nobody complains.')
  if (open.length === 0) return { at: 'done', findings: 0, says: 'Every complaint is closed.' }
  return {
    at: 'begun',
    findings: open.length,
    says: open.length === 1 ? `Open: ${String(open[0]!.body.complaint)}` : `${open.length} complaints are open.`,
  }
}
