import type { Job, Wire } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import type { Join, RunSheet } from './run-sheet.ts'

/**
 * What has to hang before a conductor can be landed on it: parts that are not there, or are of another kind yet, and the cable
 * it is a core of. What is told to hang is added to `hung`.
 */
function hungFirst(plan: Job, found: Job, hung: Set<string>, { from, to, cable }: Wire): Entry['body'][] {
  const parts = [from.part, to.part].filter((id) => plan.parts[id] && found.parts[id]?.kind !== plan.parts[id].kind)
  const bodies = [
    ...parts.map((part) => ({ kind: 'part', does: 'fitted', part, is: plan.parts[part] })),
    ...(cable !== undefined && !found.cables[cable] && plan.cables[cable]
      ? [{ kind: 'part', does: 'run', cable, is: plan.cables[cable] }]
      : []),
  ]
  return bodies.filter((body) => {
    const what = 'part' in body ? `part ${body.part}` : `cable ${body.cable}`
    return !hung.has(what) && hung.add(what)
  })
}

/**
 * What is written down when lines of the run sheet are done: landed, or moved to where they belong, with what was hung for
 * them first; or lifted and ended.
 *
 * @param found the wall of which the sheet is
 * @example doneBodies(runSheet(plan, found.job), found.job, [join]) // [{ kind: 'landed', wire: 'w8', is: { ... } }]
 */
export function doneBodies(
  { plan }: Pick<RunSheet, 'plan'>,
  found: Job,
  joins: readonly Pick<Join, 'does' | 'wire'>[],
): Entry['body'][] {
  const hung = new Set<string>()
  return joins.flatMap(({ does, wire }): Entry['body'][] => {
    if (does === 'lift') return [{ kind: 'seen', what: 'conductor', wire, is: null }]
    const is = plan.wires[wire]
    return is ? [...hungFirst(plan, found, hung, is), { kind: 'landed', wire, is }] : []
  })
}

/** What is written down when a line of the run sheet is there otherwise than as shown: as it is, or that there is none. */
export function otherwiseBodies(
  { plan }: Pick<RunSheet, 'plan'>,
  found: Job,
  wire: string,
  is: Wire | null,
): Entry['body'][] {
  const seen = { kind: 'seen', what: 'conductor', wire, is }
  return is ? [...hungFirst(plan, found, new Set(), is), seen] : [seen]
}
