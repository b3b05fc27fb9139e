import type { Document } from '../job/schema.ts'
import { type StageStanding, untouched } from './stage.ts'

export function survey({ zones }: Document): StageStanding {
  const count = Object.keys(zones).length
  if (count === 0) return untouched('No zones are surveyed yet.')
  return { at: 'done', findings: 0, says: count === 1 ? 'One zone is surveyed.' : `${count} zones are surveyed.` }
}
