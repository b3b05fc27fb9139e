import type { Findings, Job, Proposed, UnitLeft } from '@civil-lantern/core'

/** A share of certainty: never said to be whole. */
export const percent = (share: number): string =>
  share >= 0.995 ? 'over 99 %' : share < 0.01 ? 'under 1 %' : `${Math.round(100 * share)} %`

/** A share under which a suspect is not counted. */
const COUNTED = 0.02

/** Is it over: nothing that was asked speaks for a fault any more? */
export const isWell = ({ units }: Pick<Findings, 'units'>): boolean =>
  units[0]?.unit === 'nothing wrong' && units[0].share > 0.8

/** How a unit is put right. */
export function howOf(unit: string): 'replace' | 'remake' | 'set' | 'switch on' {
  if (/\/setting$/.test(unit)) return 'set'
  if (/\/switch$/.test(unit)) return 'switch on'
  return unit.includes('/') ? 'replace' : 'remake'
}

/** How the search stands, in one sentence. */
export function searchInWords({ units, repair, look, next }: Findings): string {
  const [top] = units
  if (!top) return 'There is nothing here that could be wrong.'
  if (repair) return `Put right: ${repair.says}. ${percent(repair.share)} sure.`
  if (isWell({ units }))
    return 'Nothing speaks for a fault any more. Let every zone call once, alone, and nobody; then close the complaint.'
  if (top.unit === 'none of these')
    return `What was read fits nothing on the list. Look at the wiring at ${second(units)} before anything is changed.`
  const left = units.filter(({ share }) => share >= COUNTED).length
  if (!next && look.length > 1) return `${look.length} things show the same readings. Look at ${look[0]!.says} first.`
  if (!next) return `Nothing more can be asked here. ${top.says}: ${percent(top.share)}.`
  return `${left === 1 ? 'One suspect' : `${left} suspects`} left. ${top.says}: ${percent(top.share)}.`
}

const second = (units: readonly UnitLeft[]): string => units[1]?.says ?? 'the zone'

/** Who has to call for an ask, in words. */
export function standInWords(job: Job, { stand }: Pick<Proposed, 'stand'>): string {
  if (stand.length === 0) return 'Nobody calls; wait until everything is at rest.'
  const names = stand.map((id) => job.zones[id]?.name ?? id)
  return `Only ${names.join(' and ')} ${names.length === 1 ? 'calls' : 'call'}; wait until it stands still.`
}

/** The same in two words, beside what is asked. */
export const shortStand = (job: Job, { stand }: Pick<Proposed, 'stand'>): string =>
  stand.length === 0 ? 'Nobody calls.' : `${stand.map((id) => job.zones[id]?.name ?? id).join(', ')} calls.`

/** What a typed reading is, in volts; a sentence where it is none. */
export function voltsTyped(text: string): number | string {
  const plain = text.trim().replace(',', '.').replace(/\s*v$/i, '')
  const volts = Number(plain)
  if (plain === '' || !Number.isFinite(volts)) return 'Type the volts your meter shows, such as 24.6.'
  if (volts < 0 || volts > 600) return 'Volts from 0 to 600: what your display shows, without a sign.'
  return volts
}
