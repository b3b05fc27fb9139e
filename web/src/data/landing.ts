import type { Entry, Found, Job, Join, Wire } from '@civil-lantern/core'

/** What has to hang before a conductor can be landed on it: on new work its parts, and the cable it is a core of. */
export function hungFirst(plan: Job, found: Found, wire: Wire): Entry['body'][] {
  const parts = [wire.from.part, wire.to.part].filter((part) => !found.job.parts[part] && plan.parts[part])
  const cable = wire.cable && !found.job.cables[wire.cable] ? wire.cable : undefined
  return [
    ...[...new Set(parts)].map((part) => ({ kind: 'part', does: 'fitted', part, is: plan.parts[part] })),
    ...(cable && plan.cables[cable] ? [{ kind: 'part', does: 'run', cable, is: plan.cables[cable] }] : []),
  ]
}

/** What is written down when a line of the run sheet is done: landed, moved to where it belongs, or lifted and ended. */
export function doneBodies(
  plan: Job,
  found: Found,
  { does, wire, was }: Pick<Join, 'does' | 'wire' | 'was'>,
): Entry['body'][] {
  if (does === 'lift') return [{ kind: 'seen', what: 'conductor', wire, is: null }]
  const is = plan.wires[wire]
  return is ? [...hungFirst(plan, found, is), { kind: 'landed', wire: was ?? wire, is }] : []
}
