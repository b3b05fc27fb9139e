import { type Asking, askingOf, type Job } from '@civil-lantern/core'
import type { Desk } from './desk.ts'

/** Lets a zone call, or stop calling, on this person's bench. */
export function call(desk: Desk, job: Job, zone: string, on: boolean, asking: Asking | undefined = undefined) {
  const how = asking ?? (job.zones[zone] && askingOf(job, job.zones[zone]))
  if (!how) return
  const name = job.zones[zone]?.name ?? zone
  desk.hand(how.part, how.state, on ? how.on : how.off, `${name} ${on ? 'calls' : 'stops calling'}`)
}
