import { type Job, kindOf, type Proof } from '@civil-lantern/core'

/** What a plant has beside its valves that is meant to run and to stand. */
const heatSources = (job: Pick<Job, 'parts'>): readonly ('boiler' | 'pumps')[] => {
  const kinds = Object.values(job.parts).map((part) => kindOf(part))
  return [
    ...(kinds.some((kind) => kind?.roles.told !== undefined) ? (['boiler'] as const) : []),
    ...(kinds.some((kind) => kind?.class === 'pump') ? (['pumps'] as const) : []),
  ]
}

/** What a proof without a difference has shown: of this plant, with what it has. */
export function asMeantInWords(job: Job, { deadEnds }: Pick<Proof, 'deadEnds'>): string {
  const run = heatSources(job).join(' and ')
  const others =
    run === ''
      ? ''
      : `; ${run} ${run === 'boiler' ? 'runs' : 'run'} when ${run === 'boiler' ? 'it' : 'they'} should and never else`
  const longest = deadEnds.reduce<(typeof deadEnds)[number] | undefined>(
    (most, one) => (!most || one.seconds > most.seconds ? one : most),
    undefined,
  )
  const pushes = longest
    ? ` ${job.parts[longest.pump]?.label} pushes against shut valves for at most ${Math.round(longest.seconds)} s.`
    : ''
  return `Every valve opens when its zone calls and at no other time${others}.${pushes}`
}

/** What a job is meant to do. @param first the zone whose call makes the others wait */
export function meantInWords(job: Job, first: string | undefined): string {
  const unless = first ? `, unless ${job.zones[first]?.name} calls: it has priority` : ''
  const boiler = heatSources(job).includes('boiler') ? ' The boiler is called while a zone is open.' : ''
  return `A valve opens when its zone calls${unless}.${boiler}`
}

/** Has a plant a pump that could push against shut valves? */
export const hasPumps = (job: Pick<Job, 'parts'>): boolean => heatSources(job).includes('pumps')
