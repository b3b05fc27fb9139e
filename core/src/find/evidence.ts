import type { Entry } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { type Ask, feltOf } from './ask.ts'
import type { Evidence } from './finder.ts'

/** Evidence with the entry it comes from, so that it can be taken back. */
export interface Seen {
  readonly entry: string
  readonly evidence: Evidence
}

/**
 * What the log has on a complaint: readings where an ask would have its leads, words on a part that can be asked of, and rooms
 * that heat or stay cold; where it came up in a proof, what was read and passed there too. Only what was read or seen on the wall, or on the stand-in, counts; never what was computed.
 */
export function evidenceOf(entries: readonly Entry[], ofCase: string, asks: readonly Ask[]): Seen[] {
  const gone = takenBack(entries)
  const proof = entries.find(({ id }) => id === ofCase)?.body.proof
  return entries.flatMap((entry): Seen[] => {
    const { id, body, source, stand } = entry
    const ofProof = proof !== undefined && entry.proof === proof
    if ((entry.case !== ofCase && !ofProof) || gone.has(id) || source === 'computed') return []
    if (ofProof && body.kind === 'step') {
      const alone = /^alone:(.+)$/.exec(String(body.step))?.[1]
      return alone && body.outcome === 'pass' ? [{ entry: id, evidence: { is: 'room', zone: alone, heats: true } }] : []
    }
    const calling = Object.entries(stand?.calls ?? {}).flatMap(([zone, { on }]) => (on ? [zone] : []))
    if (body.kind === 'reading' && (body.mode === 'loz' || body.mode === 'volts') && typeof body.value === 'number') {
      const [from, to] = [pointIn(body.from), pointIn(body.to)]
      const ask = asks.find((one) => (one.from === from && one.to === to) || (one.from === to && one.to === from))
      return ask ? [{ entry: id, evidence: { is: 'shown', ask: ask.id, stand: calling, shown: body.value } }] : []
    }
    if (body.kind === 'repair') return [{ entry: id, evidence: { is: 'repair', unit: String(body.unit) } }]
    if (body.kind !== 'seen' || body.what !== 'word') return []
    const [of, word] = [String(body.of), String(body.word)]
    if (of.startsWith('zone:')) {
      if (word !== 'heats' && word !== 'cold') return []
      return [{ entry: id, evidence: { is: 'room', zone: of.slice('zone:'.length), heats: word === 'heats' } }]
    }
    const ask = asks.find((one) => one.ask === body.look && `part:${one.part}` === of)
    return ask ? [{ entry: id, evidence: { is: 'shown', ask: ask.id, stand: calling, shown: feltOf(word) } }] : []
  })
}

/** The complaint itself is evidence: its zones stay cold, where no room was spoken of apart. */
export function withComplaint(cold: readonly string[], seen: readonly Seen[]): Evidence[] {
  // What is said of a room after something was put right is of the plant as it is then.
  const repaired = seen.findIndex(({ evidence }) => evidence.is === 'repair')
  const before = repaired < 0 ? seen : seen.slice(0, repaired)
  const spoken = new Set(before.flatMap(({ evidence }) => (evidence.is === 'room' ? [evidence.zone] : [])))
  const said = cold.filter((zone) => !spoken.has(zone)).map((zone) => ({ is: 'room' as const, zone, heats: false }))
  return [...said, ...seen.map(({ evidence }) => evidence)]
}

const pointIn = (end: unknown): string =>
  typeof end === 'object' && end !== null && 'point' in end ? String(end.point) : ''
