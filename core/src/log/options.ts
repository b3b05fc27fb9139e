import { repairMinutes } from '../find/minutes.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import type { FirmRow } from './firm.ts'

/** One way to put a valve right, as a customer may choose it. */
export interface CustomerOption {
  readonly id: 'head' | 'body' | 'all'
  readonly says: string
  readonly minutes: number
  /** Is water let down for it? */
  readonly drains: boolean
  /** How often the same part wanted it again within some 400 days, and of how many: the firm's own log. */
  readonly again: number
  readonly of: number
}

/**
 * What can be offered where a valve is to be put right: its head; head and body; every head of its kind here.
 * @param unit what the search names: `V2/head`, `V2/body`
 * @returns nothing where the unit is no piece of a valve
 */
export function optionsFor(job: Job, unit: string, firm: readonly FirmRow[]): CustomerOption[] {
  const [part = '', piece] = unit.split('/')
  const own = job.parts[part]
  if (!own || kindOf(own)?.class !== 'valve' || (piece !== 'head' && piece !== 'body' && piece !== 'whole')) return []
  const alike = Object.values(job.parts).filter(({ kind }) => kind === own.kind).length
  const counted = (of: string) => {
    const row = firm.find((one) => one.kind === own.kind && one.piece === of)
    return { again: row?.again ?? 0, of: row?.times ?? 0 }
  }
  const label = labelOf(job, part)
  const minutesOf = (of: string) => repairMinutes(job, `${part}/${of}`)
  const head: CustomerOption = {
    id: 'head',
    says: `Head of ${label}`,
    minutes: minutesOf('head'),
    drains: false,
    ...counted('head'),
  }
  const body: CustomerOption = {
    id: 'body',
    says: `Head and body of ${label}`,
    minutes: minutesOf('body'),
    drains: true,
    ...counted('body'),
  }
  if (piece !== 'head') return [body]
  if (alike < 2) return [head, body]
  const all: CustomerOption = {
    ...head,
    id: 'all',
    says: `All ${alike} heads of its kind`,
    minutes: alike * head.minutes,
  }
  return [head, body, all]
}
