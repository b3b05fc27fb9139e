import type { Evidence } from '../find/evidence.ts'
import type { Finder, Findings } from '../find/finder.ts'
import type { StandInWall } from '../find/stand-in-wall.ts'

/** Follows what a finder proposes until it names a repair or has nothing left to ask. */
export function follow(
  finder: Finder,
  wall: StandInWall,
  cold: readonly string[],
  heats: readonly string[],
  most = 25,
) {
  const evidence: Evidence[] = [
    ...cold.map((zone) => ({ is: 'room' as const, zone, heats: false })),
    ...heats.map((zone) => ({ is: 'room' as const, zone, heats: true })),
  ]
  let minutes = 0
  let place: string | undefined
  for (let tests = 0; ; tests++) {
    const work = finder.find(cold, evidence, place)
    let step = work.next()
    while (!step.done) step = work.next()
    const found: Findings = step.value
    const { next, repair } = found
    if (repair || !next || tests >= most) return { found, tests, minutes, evidence }
    minutes += next.minutes
    place = next.ask.place
    evidence.push({ is: 'shown', ask: next.ask.id, stand: next.stand, shown: wall.shows(next.ask, next.stand) })
  }
}
