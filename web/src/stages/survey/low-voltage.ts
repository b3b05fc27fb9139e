import { catalogue, type Job, kindOf, likeOf, transformersAsked } from '@civil-lantern/core'

/** Does any thermostat or valve that was surveyed work at low voltage? */
export const worksLow = (job: Job): boolean =>
  Object.values(job.zones).some(({ valveKind, thermostatKind }) =>
    [valveKind, thermostatKind].some((kind) =>
      Object.values(catalogue.get(likeOf(job, kind))?.terminals ?? {}).some(({ circuit }) => circuit === 'low voltage'),
    ),
  )

/** What feeds the valves, as the survey has it or as it hangs, in a line and a note to it. */
export function transformerInWords(job: Job): { value: string; note: string } {
  const { panel, transformer } = job.survey
  const several = transformersAsked(job).length
  const rated = `${several > 1 ? `${several} × ` : ''}${transformer.va} VA`
  const own = {
    value: `${rated}, ${transformer.openVolts} V open`,
    note: transformer.fuseAmps > 0 ? `fuse ${transformer.fuseAmps} A` : 'no fuse',
  }
  const hangs = Object.values(job.parts).some((part) => kindOf(part)?.class === 'transformer')
  if (hangs || Object.keys(job.zones).length === 0) return own
  // What hangs may have another nameplate than its kind.
  const hung = Object.values(job.parts).filter(({ kind }) => kind === panel)
  const inside = panel ? (hung[0]?.figures?.va ?? kindOf({ kind: likeOf(job, panel) })?.figures.va?.value) : undefined
  if (inside !== undefined)
    return {
      value: hung.length > 1 ? `${hung.length} × ${inside} VA, in the panels` : `${inside} VA, in the panel`,
      note: 'no other hangs',
    }
  if (!worksLow(job)) return { value: 'None', note: 'every valve works at line voltage' }
  // Where the boiler's control feeds the valves it is this one.
  return Object.keys(job.wires).length === 0
    ? own
    : { value: `${rated}, in the boiler’s control`, note: 'no other hangs' }
}
