import {
  endSwitchOf,
  fitOf,
  type Job,
  kindOf,
  likeOf,
  outOfStep,
  type Scheme,
  schemeCalled,
  zonesInOrder,
} from '@civil-lantern/core'

/** The verdict of a survey: what is to be done next, or what fits. @param fitting the ways of wiring that fit */
export function surveySays(job: Job, fitting: readonly Scheme[]): string {
  const count = Object.keys(job.zones).length
  if (count === 0) return 'Add the zones: everything else has a usual value you can change.'
  const step = outOfStep(job)
  const ways = fitting.length
  if (step.length > 0) {
    const changed = `${step[0]}${step.length > 1 ? ` And ${step.length - 1} more.` : ''}`
    const way = schemeCalled(job.scheme?.id ?? '')
    const fit = way && fitOf(way, job)
    return ways === 0 && fit && !fit.fits
      ? `${changed} No way of wiring fits this yet. ${fit.why}`
      : `${changed} Wire it again.`
  }
  const { kind } = job.survey.boiler
  const boiler = kind === '' ? 'No boiler here' : (kindOf({ kind: likeOf(job, kind) })?.name ?? 'Boiler')
  const zones = `${count} ${count === 1 ? 'zone' : 'zones'}. ${boiler}.`
  if (ways === 0) return `${zones} No way of wiring fits this yet: the ways say why.`
  return `${zones} ${ways === 1 ? 'One way' : `${ways} ways`} of wiring ${ways === 1 ? 'fits' : 'fit'}${unproven(job)}.`
}

/** Zones whose valve has no switch to prove with. */
function unproven(job: Job): string {
  const names = zonesInOrder(job)
    .filter(({ valveKind }) => {
      const kind = kindOf({ kind: likeOf(job, valveKind) })
      return kind && !endSwitchOf(kind.roles)
    })
    .map(({ name }) => name)
  if (names.length === 0) return ''
  if (names.length === 1) return `; the valve of ${names[0]} proves nothing`
  return names.length === Object.keys(job.zones).length
    ? '; no valve proves anything'
    : `; ${names.length} valves prove nothing`
}
