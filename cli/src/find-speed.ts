import { complainedOf, Finder, type Job, StandInWall, search } from '@civil-lantern/core'
import { bring, calling } from '../../core/src/find/stand.ts'
import { tableOf } from '../../core/src/find/table.ts'
import { benchWith } from '../../core/src/suppose/bench.ts'
import { alterationsOf } from '../../core/src/suppose/index.ts'

/** How long the search takes on a plant, milliseconds but where it says otherwise. */
export interface FindSpeed {
  readonly suspects: number
  /** Tests of one stand, and what its table takes beside bringing the stand about with every suspect once. */
  readonly tests: number
  readonly table: number
  readonly timesSwitching: number
  readonly firstProposal: number
  readonly allStands: number
  /** The next test once its stands are there, of all that were asked for: 95 of 100 take at most this. */
  readonly next95: number
  readonly asked: number
}

const HIDDEN = 12

/** Times one search after another on a plant. */
export function findSpeed(job: Job, zone: string): FindSpeed {
  const timed = <T>(work: () => T): [number, T] => {
    const from = performance.now()
    const made = work()
    return [performance.now() - from, made]
  }
  const [making, quick] = timed(() => new Finder(job))
  const [quickly] = timed(() => last(quick.find([zone], [], { quick: true })))
  const begun = { is: 'room', zone, heats: false } as const
  const finder = new Finder(job)
  const [whole] = timed(() => last(finder.find([zone], [begun])))
  const stand = calling(zone)
  const asks = finder.inStand(stand, [zone])
  const [table] = timed(() => tableOf(job, [], finder.suspects, asks, stand))
  const bench = benchWith(job, [])
  bench.settle()
  const mark = bench.mark()
  const [switching] = timed(() => {
    for (const { suppositions } of finder.suspects) {
      bench.alter(alterationsOf(job, suppositions))
      bench.settle()
      bring(bench, job, stand)
      bench.back(mark)
    }
  })
  const next = nextTests(job, finder)
  return {
    suspects: finder.suspects.length,
    tests: asks.length,
    table: Math.round(table),
    timesSwitching: Number((table / switching).toFixed(2)),
    firstProposal: Math.round(making + quickly),
    allStands: Math.round(whole),
    next95: Math.round(next[Math.floor(0.95 * next.length)] ?? 0),
    asked: next.length,
  }
}

/** How long each next test took, the shortest first: hidden things are searched twice, the second time every table is there. */
function nextTests(job: Job, finder: Finder): number[] {
  const took: number[] = []
  const library = finder.suspects.filter(({ suppositions, goes }) => suppositions.length > 0 && goes === undefined)
  for (let n = 0; n < HIDDEN; n++) {
    const { suppositions } = library[Math.floor(((n + 0.5) * library.length) / HIDDEN)]!
    for (const second of [false, true]) {
      const wall = new StandInWall(job, suppositions)
      const complaint = complainedOf(wall, finder)
      if (!complaint) break
      const work = search(finder, job, complaint.troubled, complaint.begins)
      let from = performance.now()
      for (let next = work.next(); !next.done; ) {
        const { value } = next
        if (second && value.do === 'ask' && !value.closing) took.push(performance.now() - from)
        const answer =
          value.do === 'check'
            ? wall.checks(value)
            : value.do === 'repair'
              ? wall.repair(value.unit.unit)
              : wall.shows(value.ask, value.stand)
        from = performance.now()
        next = work.next(answer)
      }
    }
  }
  return took.sort((a, b) => a - b)
}

function last<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
  }
}
