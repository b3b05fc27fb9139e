import type { Evidence } from '../find/evidence.ts'
import type { Finder } from '../find/finder.ts'
import { type Ended, search, type Wanted } from '../find/search.ts'
import type { StandInWall } from '../find/stand-in-wall.ts'

/** A search to its end at a stand-in wall that answers everything. @param sees told of all that is wanted, in its order */
export function searched(
  finder: Finder,
  wall: StandInWall,
  cold: readonly string[],
  sees: (wanted: Wanted) => void = () => undefined,
): Ended {
  const begins = cold.map((zone): Evidence => ({ is: 'room', zone, heats: false }))
  const work = search(finder, wall.job, cold.slice(0, 1), begins)
  let next = work.next()
  while (!next.done) {
    const wanted = next.value
    sees(wanted)
    next = work.next(
      wanted.do === 'ask'
        ? wall.shows(wanted.ask, wanted.stand)
        : wanted.do === 'repair'
          ? wall.repair(wanted.unit.unit)
          : wall.checks(wanted),
    )
  }
  return next.value
}
