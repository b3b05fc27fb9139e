import { figuresOf } from '../circuit/netlist.ts'
import { plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { everythingCalling } from '../load/budget.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import { type StageStanding, untouched } from './stage.ts'

/** Does every transformer carry what hangs on it, with everything calling? */
export function load(document: Document): StageStanding {
  const job = plannedJob(document)
  if (Object.keys(job.wires).length === 0) return untouched('Nothing is wired yet.')
  const carried = [...everythingCalling(job)].map(([part, { va }]) => {
    const kind = kindOf(job.parts[part]!)
    const rated = kind ? (figuresOf(kind, job.parts[part]!.figures).va ?? 0) : 0
    return { part, va, rated, over: va > rated }
  })
  const over = carried.filter((one) => one.over)
  const [first] = over
  if (first)
    return {
      at: 'begun',
      findings: over.length,
      says: `${labelOf(job, first.part)}: ${first.va.toFixed(0)} of ${first.rated} VA with everything calling.`,
    }
  const [one] = carried
  return {
    at: 'done',
    findings: 0,
    says: one
      ? `${labelOf(job, one.part)} carries ${one.va.toFixed(0)} of ${one.rated} VA with everything calling.`
      : 'No transformer carries anything here.',
  }
}
