import type { Entry } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { type Ask, type AskForm, asRead, lookedAt, readIn, type Shown } from './ask.ts'
import { wordFor } from './asks/index.ts'
import { calling, DEAD, type Stand } from './stand.ts'

/** A room that heats or stays cold, and which zones called then, no other: its own where nothing is said; nobody where it is empty. */
export interface RoomSeen {
  readonly is: 'room'
  readonly zone: string
  readonly heats: boolean
  readonly calls?: readonly string[]
}

/** Who called when a room was seen to heat or stay cold. */
export const callsWhen = ({ zone, calls = [zone] }: RoomSeen): readonly string[] => calls
/** Is a room as it should be? */
export const isRight = (room: RoomSeen): boolean => room.heats === callsWhen(room).includes(room.zone)

/** What happened in a search: a room that heats or stays cold; what an ask showed; a unit put right. */
export type Evidence =
  | RoomSeen
  | { readonly is: 'shown'; readonly ask: string; readonly stand: Stand; readonly shown: Shown }
  | { readonly is: 'repair'; readonly unit: string }

/** The stand that something was seen in. */
export const standOf = (one: Exclude<Evidence, { is: 'repair' }>): Stand =>
  one.is === 'shown' ? one.stand : calling(...callsWhen(one))

/** How an entry is looked at that tells of a room while others call: by its stand. */
export const ROOMS = 'rooms on calls'

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
    const called = Object.entries(stand?.calls ?? {}).flatMap(([zone, { on }]) => (on ? [zone] : []))
    const at = stand?.power?.on === false ? DEAD : calling(...called)
    if (body.kind === 'reading') {
      const [from, to] = [pointIn(body.from), pointIn(body.to)]
      const shown = shownBy(body)
      const lifted = stand?.lifted?.some((point) => point === from || point === to)
      const form = formOf(String(body.mode), lifted === true)
      const ask = asks.find(
        (one) => one.ask === form && ((one.from === from && one.to === to) || (one.from === to && one.to === from)),
      )
      // Ohms on a circuit that is not dead say nothing of what lies between the leads.
      const counts = readIn(form) === 'Ω' ? !at.power : at.power
      return ask && shown !== undefined && counts
        ? [{ entry: id, evidence: { is: 'shown', ask: ask.id, stand: at, shown } }]
        : []
    }
    // A wire in no cable was once written down as "wire w1".
    if (body.kind === 'repair')
      return [{ entry: id, evidence: { is: 'repair', unit: String(body.unit).replace(/^wire /, '') } }]
    if (body.kind !== 'seen' || body.what !== 'word') return []
    const [of, word] = [String(body.of), String(body.word)]
    if (of.startsWith('zone:')) {
      const zone = of.slice('zone:'.length)
      // Of one among several who called it is told by whom; of one alone, its own call is meant.
      const by = body.look === ROOMS ? { calls: called } : {}
      if (word === 'heats' || word === 'cold')
        return [{ entry: id, evidence: { is: 'room', zone, heats: word === 'heats', ...by } }]
      return word === 'heats uncalled' ? [{ entry: id, evidence: { is: 'room', zone, heats: true, calls: [] } }] : []
    }
    const ask = asks.find((one) => one.ask === body.look && of === lookedAt(one))
    const shown = ask && wordFor(ask.ask, word)
    return ask && shown ? [{ entry: id, evidence: { is: 'shown', ask: ask.id, stand: at, shown } }] : []
  })
}

/** The complaint itself is evidence: its zones stay cold, where no room was spoken of apart. */
export function withComplaint(cold: readonly string[], seen: readonly Seen[]): Evidence[] {
  // What is said of a room after something was put right is of the plant as it is then.
  const repaired = seen.findIndex(({ evidence }) => evidence.is === 'repair')
  const before = repaired < 0 ? seen : seen.slice(0, repaired)
  const isOwn = (room: RoomSeen) => callsWhen(room).every((zone) => zone === room.zone)
  const spoken = new Set(
    before.flatMap(({ evidence }) => (evidence.is === 'room' && isOwn(evidence) ? [evidence.zone] : [])),
  )
  const said = cold.filter((zone) => !spoken.has(zone)).map((zone) => ({ is: 'room' as const, zone, heats: false }))
  return [...said, ...seen.map(({ evidence }) => evidence)]
}

/** What is asked by a reading in a mode of the meter. */
const formOf = (mode: string, lifted: boolean): AskForm =>
  mode === 'amps' ? 'amps' : mode !== 'ohms' ? 'volts' : lifted ? 'alone' : 'ohms'

/** What a reading shows, as a search takes it; nothing where it is in no unit that is asked for, or no number. */
function shownBy({ mode, value, shows }: Entry['body']): Shown | undefined {
  if (mode === 'ohms' && value === null && String(shows).startsWith('OL')) return Number.POSITIVE_INFINITY
  if (typeof value !== 'number' || !['loz', 'volts', 'ohms', 'amps'].includes(String(mode))) return undefined
  // Which lead was on which end says nothing here.
  return mode === 'ohms' ? asRead(value) : Math.abs(value)
}

const pointIn = (end: unknown): string =>
  typeof end === 'object' && end !== null && 'point' in end ? String(end.point) : ''
