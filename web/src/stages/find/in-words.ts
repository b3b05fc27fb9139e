import {
  type Ask,
  type CustomerOption,
  callsWhen,
  countLeft,
  type Evidence,
  type Findings,
  type Job,
  NONE,
  type Proposed,
  type RoomSeen,
  readIn,
  type Shown,
  type UnitLeft,
  unitInWords,
  WELL,
} from '@civil-lantern/core'

/** A share of certainty: never said to be whole. */
export const percent = (share: number): string =>
  share >= 0.995 ? 'over 99\u00a0%' : share < 0.01 ? 'under 1\u00a0%' : `${Math.round(100 * share)}\u00a0%`

/** Is it over: nothing that was asked speaks for a fault any more? */
export const isWell = ({ units }: Pick<Findings, 'units'>): boolean => units[0]?.unit === WELL && units[0].share > 0.8

/** How the search stands, in one sentence. */
export function searchInWords({ units, repair, look, next }: Findings): string {
  const [top] = units
  if (!top) return 'There is nothing here that could be wrong.'
  if (repair) return `Put right: ${repair.says} (${percent(repair.share)} sure).`
  if (isWell({ units }))
    return 'Nothing speaks for a fault any more. Let every zone call once, alone, and nobody; then close the complaint.'
  if (top.unit === NONE)
    return `What was read fits nothing on the list. Look at the wiring at ${second(units)} before anything is changed.`
  const left = countLeft(units.map(({ share }) => share))
  // While less than half speaks for no fault, the sentence is of the likeliest fault.
  const named = top.unit === WELL && top.share < 0.5 ? (units[1] ?? top) : top
  if (!next && look.length > 1) return `${look.length} things show the same readings. Look at ${look[0]!.says} first.`
  if (!next) return `Nothing more can be asked here. ${top.says}: ${percent(top.share)}.`
  return `${left === 1 ? 'One suspect' : `${left} suspects`} left. ${named.says}: ${percent(named.share)}.`
}

/**
 * What stands below the likeliest that are listed: how many more are left, and how many are as good as out. Those that are left are
 * the same as in the sentence above them.
 * @param listed how many are listed
 */
export function restInWords(units: readonly Pick<UnitLeft, 'share'>[], listed: number): string {
  const left = Math.max(listed, countLeft(units.map(({ share }) => share)))
  const together = (from: number, to?: number) =>
    percent(units.slice(from, to).reduce((sum, { share }) => sum + share, 0))
  const more = Math.min(left, units.length) - listed
  const out = units.length - left
  return [
    ...(more > 0 ? [`and ${more} more, ${together(listed, left)}${more === 1 ? '' : ' together'}`] : []),
    ...(out > 0 ? [`${out} as good as out, ${together(left)}${out === 1 ? '' : ' together'}`] : []),
  ].join('; ')
}

/** Why the suspects are told from some of what was seen only, where no single thing explains it all. */
export const severalInWords = (several: NonNullable<Findings['several']>): string =>
  ({
    since: 'More than one thing was wrong: only what was seen since the last repair that helped counts here.',
    zone: 'More than one thing may be wrong: what other zones lack is left aside here.',
    two: 'No single thing explains what was seen. Two at once would: each counts with the other.',
  })[several]

const second = (units: readonly UnitLeft[]): string => units[1]?.says ?? 'the zone'

/** What has to be so for an ask, in words. */
export function standInWords(job: Job, { stand: { calls, power } }: Pick<Proposed, 'stand'>): string {
  if (!power) return 'Power off at the isolator, nobody can bring it back, proven dead where you work.'
  if (calls.length === 0) return 'Nobody calls; wait until everything is at rest.'
  const names = calls.map((id) => job.zones[id]?.name ?? id)
  return `Only ${names.join(' and ')} ${names.length === 1 ? 'calls' : 'call'}; wait until it stands still.`
}

/** Who calls, and nobody else, in words. */
export function callsInWords(job: Job, calls: readonly string[]): string {
  const names = calls.map((id) => job.zones[id]?.name ?? id)
  if (names.length === 0) return 'nobody calls'
  return names.length === 1 ? `${names[0]} calls alone` : `${names.join(' and ')} call`
}

/** What was seen of a room, beside its name. */
export function roomInWords(job: Job, room: RoomSeen): string {
  const calls = callsWhen(room)
  const what = room.heats ? 'heats' : 'stays cold'
  if (calls.length === 0) return `${what}${room.heats ? ' though' : ' while'} nobody calls`
  return calls.length === 1 && calls[0] === room.zone ? what : `${what} while ${callsInWords(job, calls)}`
}

/** What was asked and shown, said of a room, or put right. */
export function evidenceInWords(job: Job, asks: readonly Ask[], one: Evidence): { about: string; shown: string } {
  if (one.is === 'repair') return { about: 'Put right:', shown: unitInWords(job, one.unit) }
  if (one.is === 'room') return { about: job.zones[one.zone]?.name ?? one.zone, shown: roomInWords(job, one) }
  const ask = asks.find(({ id }) => id === one.ask)
  return { about: ask?.says ?? one.ask, shown: shownInWords(one.shown, ask && readIn(ask.ask)) }
}

const shownInWords = (shown: Shown, unit = ''): string => {
  if (typeof shown === 'string') return shown
  return shown === Number.POSITIVE_INFINITY ? 'OL' : `${shown}\u00a0${unit}`
}

/**
 * How much something seen speaks for a unit or against it.
 * @example timesInWords(12.3) // '12 times likelier'
 */
export function timesInWords(times: number): string {
  const by = times >= 1 ? times : 1 / times
  const figure = by >= 100 ? 'over 100' : by >= 10 ? by.toFixed(0) : by.toFixed(1)
  return `${figure} times ${times >= 1 ? 'likelier' : 'less likely'}`
}

/** The same in two words, beside what is asked. */
export function shortStand(job: Job, { stand: { calls, power } }: Pick<Proposed, 'stand'>): string {
  if (!power) return 'Proven dead.'
  return calls.length === 0 ? 'Nobody calls.' : `${calls.map((id) => job.zones[id]?.name ?? id).join(', ')} calls.`
}

/** What is done before a unit is put right, where the wrong part would be bought otherwise. */
export const beforeRepair = (unit: string): string | undefined =>
  /\/(head|motor)$/.test(unit)
    ? 'Turn the stem by hand first: where it is stiff or does not turn, the body has burnt the motor and goes too.'
    : undefined

/** The chance of a second visit, by the firm's own log, with what it is counted from. */
export const againInWords = ({ again, of }: Pick<CustomerOption, 'again' | 'of'>): string =>
  of === 0 ? 'None of these in the firm’s log yet.' : `${again} of ${of} in the firm’s log wanted it again.`

/** What was offered, recommended and chosen, as a note of the log. */
export function optionsNote(
  options: readonly CustomerOption[],
  prices: Readonly<Record<string, string>>,
  recommended: CustomerOption['id'] | undefined,
  chosen: CustomerOption['id'],
): string {
  const saysOf = (id: CustomerOption['id']) => options.find((option) => option.id === id)?.says ?? id
  const told = options.map(({ id, says, minutes }) => {
    const price = prices[id]?.trim()
    return `${says}, ${minutes} min${price ? `, ${price}` : ''}`
  })
  return `Offered: ${told.join('; ')}. ${recommended ? `Recommended: ${saysOf(recommended)}. ` : ''}Chosen: ${saysOf(chosen)}.`
}
