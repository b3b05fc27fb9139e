import { controlsOf, type Job, kindOf, type Snapshot, zonesInOrder } from '@civil-lantern/core'
import { useState } from 'react'
import type { Picked } from '../../data/workspace.ts'
import type { Folds } from './shapes.ts'

/** So many zones stand open side by side; of more, only those in hand do. */
export const OPEN_ZONES = 6

/** What a hand has opened or folded, over what the wall does by itself; by `supply` or the id of a zone. */
export type ByHand = Readonly<Record<string, boolean>>

/**
 * Can a zone be folded to one line? A room whose heads land on a manifold's centre in another place has no row in the boiler
 * room to be folded to: its conductors would all be led there and back.
 */
export function foldable(job: Job, zone: string): boolean {
  const place = job.parts[job.zones[zone]?.valve ?? '']?.place
  if (place === undefined || place === job.survey.boiler.place) return true
  return !Object.values(job.parts).some((part) => part.place === place && kindOf(part)?.roles.channels !== undefined)
}

/**
 * What of a wall is folded: the supply while nothing in it is in hand, and of many zones those that neither call nor are
 * selected nor carry a finding. What a hand has set goes before that.
 */
export function foldsOf(
  job: Job,
  snapshot: Pick<Snapshot, 'verdict'>,
  found: ReadonlySet<string>,
  picked: Picked | undefined,
  byHand: ByHand,
): Folds {
  const inHand = new Set(found)
  if (picked && 'part' in picked) inHand.add(picked.part)
  const wires = [...found, ...(picked && 'wire' in picked ? [picked.wire] : [])].flatMap((id) => job.wires[id] ?? [])
  for (const { from, to } of wires) {
    inHand.add(from.part)
    inHand.add(to.part)
  }
  const zones = zonesInOrder(job)
  const many = zones.length > OPEN_ZONES
  const standing = new Map(snapshot.verdict.zones.map((one) => [one.zone, one]))
  const folded = zones.flatMap((zone) => {
    const { id } = zone
    if (!foldable(job, id)) return []
    const now = standing.get(id)
    const own = controlsOf(zone).some((part) => inHand.has(part))
    return (byHand[id] ?? (many && !own && !now?.calling && !now?.trouble)) ? [id] : []
  })
  const supply = [...inHand].some((part) =>
    ['supply', 'switch', 'safety'].includes(kindOf(job.parts[part])?.class ?? ''),
  )
  return { supply: byHand.supply ?? !supply, zones: new Set(folded) }
}

/** The folds of a wall, and the hand that changes them. */
export function useFolds(
  job: Job,
  snapshot: Snapshot,
  found: ReadonlySet<string>,
  picked: Picked | undefined,
): { folds: Folds; fold: (what: string, folded: boolean) => void } {
  const [byHand, setByHand] = useState<ByHand>({})
  return {
    folds: foldsOf(job, snapshot, found, picked, byHand),
    fold: (what, folded) => setByHand((now) => ({ ...now, [what]: folded })),
  }
}
