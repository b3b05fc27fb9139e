import type { Cable, Circuit, Job } from '../job/schema.ts'
import { type Change, same } from './change.ts'

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
