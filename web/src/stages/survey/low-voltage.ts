import { catalogue, type Job, kindOf, likeOf, listed, transformersAsked } from '@civil-lantern/core'

/** Does any thermostat or valve that was surveyed work at low voltage? */
export const worksLow = (job: Job): boolean =>
  Object.values(job.zones).some(({ valveKind, thermostatKind }) =>
    [valveKind, thermostatKind].some((kind) =>
      Object.values(catalogue.get(likeOf(job, kind))?.terminals ?? {}).some(({ circuit }) => circuit === 'low voltage'),
    ),
  )

/** VA of the transformer in each panel that hangs, by its nameplate; in the one that was surveyed where none hangs yet. */
function insideOf(job: Job, panel: string): number[] {
  const hung = Object.values(job.parts).filter((part) => kindOf(part)?.class === 'panel')
  return (hung.length > 0 ? hung : [{ kind: likeOf(job, panel), figures: {} }]).flatMap((part) => {
    const own: Readonly<Record<string, number>> | undefined = part.figures
    return own?.va ?? kindOf(part)?.figures.va?.value ?? []
  })
}

const insideInWords = (vas: readonly number[]): string => {
  if (new Set(vas).size > 1) return listed(vas.map(String))
  return vas.length > 1 ? `${vas.length} × ${vas[0]}` : String(vas[0])
}

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
  const inside = panel === undefined ? [] : insideOf(job, panel)
  if (inside.length > 0)
    return {
      value: `${insideInWords(inside)} VA, in the ${inside.length > 1 ? 'panels' : 'panel'}`,
      note: 'no other hangs',
    }
  if (!worksLow(job)) return { value: 'None', note: 'every valve works at line voltage' }
  // Where the boiler's control feeds the valves it is this one.
  return Object.keys(job.wires).length === 0
    ? own
    : { value: `${rated}, in the boiler’s control`, note: 'no other hangs' }
}
