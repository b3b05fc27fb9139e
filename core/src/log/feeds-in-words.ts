import { figuresOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { isLowVoltage } from '../schemes/facts.ts'
import { listed } from '../words/listed.ts'
import { labelOf } from '../words/words.ts'

/**
 * What feeds the valves of a plant as it is wired: its transformers with what each is rated for, those inside panels, the
 * boiler's control, or none of them.
 *
 * @example
 * feedsInWords(kestrelPoint()) // 'Transformer (40 VA).'
 * feedsInWords(sableRow()) // 'Zone panel (100 VA inside).'
 * feedsInWords(lowtherStreet()) // 'No transformer: every valve works at line voltage.'
 */
export function feedsInWords(job: Job): string {
  const rated = (of: 'transformer' | 'panel' | 'boiler', says: (label: string, va: number) => string) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      const va = kind?.class === of ? figuresOf(kind, part.figures).va : undefined
      return va === undefined ? [] : [says(labelOf(job, id), va)]
    })
  const all = [
    ...rated('transformer', (label, va) => `${label} (${va} VA)`),
    ...rated('panel', (label, va) => `${label} (${va} VA inside)`),
  ]
  if (all.length > 0) return `${listed(all)}.`
  if (!Object.values(job.zones).some(isLowVoltage)) return 'No transformer: every valve works at line voltage.'
  const boilers = rated('boiler', (label, va) => `${label}’s own control, ${va} VA, feeds the valves`)
  return `${listed(boilers) || 'What feeds the valves is not on record'}.`
}
