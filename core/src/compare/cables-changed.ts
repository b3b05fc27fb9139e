import type { Cable, Circuit, Job } from '../job/schema.ts'
import { type Change, same } from './change.ts'

/**
 * Which cable is which: the two in which most of the same wires run; of as many the one that has kept its id, which also tells
 * where none runs in either. None is two others.
 * @param wires ids of the same wire, before and after
 */
export function pairCables(was: Circuit, is: Circuit, wires: ReadonlyMap<string, string>): Map<string, string> {
  const shared: { old: string; now: string; count: number }[] = []
  for (const [a, b] of wires) {
    const [old, now] = [was.wires[a]!.cable, is.wires[b]!.cable]
    if (old === undefined || now === undefined) continue
    const known = shared.find((one) => one.old === old && one.now === now)
    if (known) known.count++
    else shared.push({ old, now, count: 1 })
  }
  for (const id of Object.keys(was.cables)) if (is.cables[id]) shared.push({ old: id, now: id, count: 0 })
  shared.sort((x, y) => y.count - x.count || Number(y.old === y.now) - Number(x.old === x.now))
  const pairs = new Map<string, string>()
  const taken = new Set<string>()
  for (const { old, now } of shared) {
    if (pairs.has(old) || taken.has(now)) continue
    pairs.set(old, now)
    taken.add(now)
  }
  return pairs
}

/** Cables that are gone, that came, or that have other cores. */
export function cablesChanged(was: Job, is: Job, cables: ReadonlyMap<string, string>): Change[] {
  const changes: Change[] = []
  const known = new Set(cables.values())
  const one = (what: Change['what'], says: string, remedy: string, id: string, putBack: (draft: Circuit) => void) =>
    changes.push({ what, says, remedy, at: [{ cable: id }], electrical: false, putBack })
  const cores = (cable: Cable) => Object.entries(cable.cores).sort()
  for (const [id, old] of Object.entries(was.cables)) {
    const there = cables.get(id)
    const now = there === undefined ? undefined : is.cables[there]
    if (there === undefined || !now)
      one('cable gone', `${old.label} gone`, `Run ${old.label} again`, id, (draft) => void (draft.cables[id] ??= old))
    else if (!same(cores(old), cores(now)))
      one(
        'cable changed',
        `${now.label}: other cores`,
        `Write the cores of ${now.label} down again`,
        there,
        (draft) => {
          const cable = draft.cables[there]
          if (cable) cable.cores = old.cores
        },
      )
  }
  for (const [id, now] of Object.entries(is.cables))
    if (!known.has(id))
      one('cable added', `${now.label} added`, `Take ${now.label} out`, id, (draft) => void delete draft.cables[id])
  return changes
}
