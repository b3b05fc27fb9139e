import { type Finding, type Job, openFindings } from '@civil-lantern/core'

/** The parts and wires that open findings stand on, the first few of each finding. */
export function foundOn(job: Job, findings: readonly Finding[]): ReadonlySet<string> {
  const on = new Set<string>()
  for (const { at } of openFindings(job, findings))
    for (const { part, wire } of at.slice(0, 4)) {
      if (wire) on.add(wire)
      else if (part) on.add(part)
    }
  return on
}
