import { type Job, type RunSheet, runSheet } from '@civil-lantern/core'

let last: { plan: Job; found: Job; sheet: RunSheet } | undefined

/** The run sheet of a plan and a wall; worked out once for as long as neither changes, whoever asks. */
export function sheetOf(plan: Job, found: Job): RunSheet {
  if (last?.plan !== plan || last.found !== found) last = { plan, found, sheet: runSheet(plan, found) }
  return last.sheet
}
