import type { Document } from '../job/schema.ts'
import { DEAD_VOLTS } from '../meter/limits.ts'
import type { Entry } from '../record/entry.ts'
import { inOrder } from '../record/entry.ts'
import { foundOf, takenBack } from '../record/found.ts'

/** Whether what needs a dead circuit may be shown, and why not. */
export interface Gate {
  readonly open: boolean
  /** One sentence: what is missing, or by whom it was proven. */
  readonly says: string
  readonly off: boolean
  /** Everybody who has a lock on. */
  readonly locks: readonly string[]
  readonly proven: Entry | undefined
  /** Does this device know how it stands? Not where it has heard nothing from the others for a while. */
  readonly known: boolean
}

/**
 * The isolation gate: off and locked by somebody, the tester proven, every point tested, the tester proven again, all after the
 * power went off. It shuts when power is noted as back, when two devices differ about it, and when this one has not heard
 * from the others. Only what was done on the wall counts: nothing computed, assumed or answered by a stand-in opens it. The
 * screen is never what makes it safe: only the lock and the tester are.
 *
 * What was proven before anybody had a lock on is not proven: somebody may have switched it on and off again since. A second
 * person's lock changes nothing of what was proven: it comes on top.
 *
 * @param heard whether the others were heard within the last half minute
 * @param points pairs of terminals that have to be tested, each of them
 */
export function gateOf(
  document: Document,
  entries: readonly Entry[],
  heard: boolean,
  points: readonly { readonly from: string; readonly to: string }[] = [],
): Gate {
  const gone = takenBack(entries)
  const wall = entries.filter(({ id, source }) => source === 'wall' && !gone.has(id)).toSorted(inOrder)
  const found = foundOf(document, wall)
  const back = wall.findLastIndex(({ body }) => body.kind === 'power' && body.does === 'on')
  const offs = wall.filter(({ body }, at) => at > back && body.kind === 'power' && body.does === 'off')
  const off = offs.length > 0 && found.power === 'off'
  const locked = offs.find(({ body }) => body.lockedBy !== undefined)
  // A lock is its owner's: named, or of whoever entered it.
  const locks = [
    ...new Set(offs.flatMap(({ body, by }) => (body.lockedBy === undefined ? [] : [String(body.lockedBy) || by]))),
  ].filter(Boolean)
  const proven = wall.findLast(
    (entry) => entry.body.kind === 'dead' && locked !== undefined && inOrder(entry, locked) > 0,
  )
  const doubt = found.conflicts.some(({ subject }) => subject === 'power')
  const say = (open: boolean, says: string, known = true): Gate => ({ open, says, off, locks, proven, known })
  if (!heard)
    return say(false, 'Not known: nothing was heard from the others for half a minute. Prove it again here.', false)
  if (doubt && !off) return say(false, 'Two devices differ about the power: it counts as on.')
  if (!off)
    return say(false, back >= 0 ? 'Power is noted as back. Switch off and prove it dead again.' : 'Power is on.')
  if (locks.length === 0) return say(false, 'Off, but nobody has a lock on.')
  if (!proven) return say(false, `Off, locked by ${locks.join(' and ')}. Not proven dead since.`)
  const { before, after } = proven.body
  if (before !== true || after !== true)
    return say(false, 'The tester was not proven before and after: test again with both.')
  const live = (proven.body.points as { shows: string }[]).find(({ shows }) => !isDead(shows))
  if (live) return say(false, `A point showed ${live.shows}: it is not dead. Find what feeds it.`)
  const tested = proven.body.points as { from: string; to: string }[]
  const left = points.filter((point) => !tested.some(({ from, to }) => from === point.from && to === point.to))
  if (left.length > 0)
    return say(false, left.length === 1 ? 'One point was not tested.' : `${left.length} points were not tested.`)
  return say(true, `Off, locked by ${locks.join(' and ')}, proven dead by ${proven.by}.`)
}

/** Does what was typed for a point say that it is dead? A reading of nothing, or up to a volt; words and blanks do not. */
export function isDead(shows: string): boolean {
  const match = /^(\d+(?:[.,]\d+)?)\s*(m?)V?$/i.exec(shows.trim())
  if (!match) return false
  return Number(match[1]!.replace(',', '.')) * (match[2] ? 1e-3 : 1) <= DEAD_VOLTS
}
