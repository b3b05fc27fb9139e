import type { Job } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import type { Stand } from '../record/stand.ts'
import type { Joined } from './joined.ts'
import { nodeAt } from './nodes.ts'

/** Volts at a node, everything on, or something switched off. */
export interface Level {
  /** The same for readings that lie beside one another: one stand, one point for the other lead, and nothing moved between. */
  readonly round: string
  /** How the plant stood and where the other lead was, whenever that was. */
  readonly how: string
  readonly node: string
  readonly volts: number
}

/** Volts under which nothing is told apart: a floating lead shows as much. */
const QUIET = 8
/** Two points on one conductor never differ by so great a share, whatever the supply does meanwhile. */
const APART = 0.3

/** Can two points at these volts not be on one conductor? */
export function differ(a: number, b: number): boolean {
  const most = Math.max(Math.abs(a), Math.abs(b))
  return most > QUIET && Math.abs(a - b) > APART * most
}

/** Entries after which a wall is not what it was: what was read before says nothing beside what is read after. */
const MOVES = new Set(['landed', 'action', 'part', 'power'])

/** How the plant stands and where the other lead is, as one string: the same for the same, whatever the order. */
export const howOf = (back: string, { calls = {}, hands = [] }: Pick<Stand, 'calls' | 'hands'>): string =>
  JSON.stringify([
    back,
    Object.keys(calls)
      .filter((zone) => calls[zone]?.on)
      .sort(),
    hands.map(({ part, state, value }) => `${part}.${state}=${value}`).sort(),
  ])

/** The volts among entries that say something of the copper. @param standing entries in order, none taken back */
export function levelsIn(job: Job, standing: readonly Entry[]): Level[] {
  const found: Level[] = []
  let moved = 0
  for (const { body, stand = {}, visit } of standing) {
    if (MOVES.has(body.kind)) moved++
    if (body.kind !== 'reading' || (body.mode !== 'loz' && body.mode !== 'volts')) continue
    if (stand.power?.on === false || (stand.lifted ?? []).length + (stand.linked ?? []).length > 0) continue
    const [node, back] = [body.from, body.to].map((at) => nodeAt(job, (at as { point?: string }).point ?? ''))
    if (node === undefined || back === undefined || typeof body.value !== 'number' || body.between !== undefined)
      continue
    const how = howOf(back, stand)
    found.push({ round: `${visit ?? ''} ${moved} ${body.mode} ${how}`, how, node, volts: body.value })
  }
  return found
}

/** Pairs of nodes that no conductor joins, for they differed in one round. */
export function apartBy(levels: readonly Level[]): { readonly from: string; readonly to: string }[] {
  const rounds = new Map<string, Level[]>()
  for (const one of levels) rounds.set(one.round, [...(rounds.get(one.round) ?? []), one])
  return [...rounds.values()].flatMap((round) =>
    round.flatMap((one, i) =>
      round
        .slice(i + 1)
        .filter(({ volts }) => differ(volts, one.volts))
        .map(({ node }) => ({ from: one.node, to: node })),
    ),
  )
}

/** Does no conductor of a wall lie between points that differ, each round for itself? */
export function agrees(levels: readonly Level[], copper: Joined): boolean {
  const ranges = new Map<string, { low: number; high: number }>()
  return levels.every(({ round, node, volts }) => {
    const key = `${round}\n${copper.of(node)}`
    const { low, high } = ranges.get(key) ?? { low: volts, high: volts }
    ranges.set(key, { low: Math.min(low, volts), high: Math.max(high, volts) })
    return !differ(low, volts) && !differ(high, volts)
  })
}
