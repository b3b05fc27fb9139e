import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { RunSheet } from './run-sheet.ts'

export interface Brought {
  readonly what: string
  readonly count: number
  /** `m` for what is counted by its length, else nothing. */
  readonly unit: string
}

/**
 * What to bring for what is still to be done: parts that do not hang, or hang as another kind; connectors by their ways, one
 * for each splice that is new or is opened, since an old one is not used again; sleeves by colour; cables that are to be run,
 * metres of each sort.
 *
 * @param found the wall of which the sheet is
 * @example bringList(runSheet(plan, found.job), found.job) // [{ what: 'lever connector, 3 ways', count: 2, unit: '' }, ...]
 */
export function bringList({ plan, joins }: Pick<RunSheet, 'plan' | 'joins'>, found: Job): Brought[] {
  const list = new Map<string, { count: number; unit: string }>()
  const add = (what: string, count: number, unit = '') => {
    const one = list.get(what) ?? { count: 0, unit }
    one.count += count
    list.set(what, one)
  }
  const on = joins.filter(({ does }) => does !== 'lift')
  const opened = new Set(on.flatMap(({ ends }) => ends.map(({ part }) => part)))
  for (const [id, part] of Object.entries(plan.parts)) {
    const kind = kindOf(part)
    const connector = kind?.roles.connector
    const hangs = found.parts[id]?.kind === part.kind
    if (connector) {
      if (!hangs || opened.has(id)) add(`${connector.style} connector, ${connector.ways} ways`, 1)
    } else if (kind && !hangs) add(kind.name, 1)
  }
  for (const { sleeve, does } of on) if (sleeve && does === 'land') add(`${sleeve} sleeve`, 2)
  for (const [id, { cores, length }] of Object.entries(plan.cables))
    if (!found.cables[id]) add(`cable, ${Object.keys(cores).length} cores`, Math.ceil(length), 'm')
  return [...list].map(([what, one]) => ({ what, ...one })).sort((a, b) => a.what.localeCompare(b.what))
}
