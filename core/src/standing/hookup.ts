import { compare } from '../compare/compare.ts'
import { plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import { foundOf } from '../record/found.ts'
import { type StageStanding, untouched } from './stage.ts'

/** How much of what is planned hangs on the wall as somebody saw or landed it. */
export function hookup(document: Document, entries: readonly Entry[]): StageStanding {
  const planned = Object.keys(document.planned.wires).length
  if (document.before === null || planned === 0) return untouched('Nobody has been at the wall yet.')
  const found = foundOf(document, entries)
  const { wires } = compare(plannedJob(document), found.job)
  const sure = [...wires.values()].filter((wire) => found.conductors[wire] !== 'assumed').length
  const open = found.open.length
  const share = sure / planned
  const waits =
    open === 0 ? '' : open === 1 ? ' One thing waits to be put back.' : ` ${open} things wait to be put back.`
  return {
    at: share >= 1 && open === 0 ? 'done' : sure === 0 && open === 0 ? 'untouched' : 'begun',
    share,
    findings: open + found.conflicts.length,
    says: `${sure} of ${planned} planned conductors are landed or seen.${waits}`,
  }
}
