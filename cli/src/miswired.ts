import { type Ask, type AskStand, type Job, repairedBy, type Shown, StandInWall } from '@civil-lantern/core'
import type { Mistake } from '../../core/src/testing/mistakes.ts'

/** What a search needs of a wall. */
type Wall = Pick<StandInWall, 'job' | 'alwaysHeats' | 'heatsUncalled' | 'runsUncalled'>

/**
 * A plant with a mistake made on purpose in its wiring, told by nobody: who holds the leads there against the drawing sees it, and who
 * lands them again, or the wire, or its cable, puts it right. A new head puts no lead right.
 */
export class Miswired implements Wall {
  readonly job: Job
  readonly #parts: ReadonlySet<string>
  readonly #units: ReadonlySet<string>
  #now: StandInWall
  #mended = false

  constructor({ job, sound, culprit, supposed }: Mistake) {
    this.job = sound()
    const made = job()
    const wires = culprit.flatMap(({ wire }) => wire ?? [])
    const ends = culprit.flatMap(({ part }) => part ?? [])
    // A wire that is not there is one that nobody landed: it hangs beside its terminal.
    const hangs = wires
      .filter((id) => !made.wires[id])
      .map((id) => ({ id: `wire:${id}.${ends.includes(this.job.wires[id]!.from.part) ? 'from' : 'to'}/lifted` }))
    const wrong = [...supposed.map((id) => ({ id })), ...hangs]
    this.#now = new StandInWall(hangs.length > 0 ? this.job : made, wrong)
    const cables = wires.flatMap((id) => {
      const { cable, core } = this.job.wires[id]!
      return cable === undefined ? [] : [cable, `${cable}/${core}`]
    })
    this.#parts = new Set(hangs.length > 0 ? [] : ends)
    this.#units = new Set([...ends, ...wires, ...cables, ...wrong.map((one) => repairedBy(this.job, one))])
  }

  get isWell(): boolean {
    return this.#mended
  }

  /** Would this unit put it right? */
  isIt(unit: string): boolean {
    return this.#units.has(unit)
  }

  repair(unit: string): boolean {
    if (this.#mended || !this.isIt(unit)) return false
    this.#now = new StandInWall(this.job, [])
    this.#mended = true
    return true
  }

  alwaysHeats(zone: string): boolean {
    return this.#now.alwaysHeats(zone)
  }

  get heatsUncalled(): readonly string[] {
    return this.#now.heatsUncalled
  }

  get runsUncalled(): boolean {
    return this.#now.runsUncalled
  }

  checks(check: Parameters<StandInWall['checks']>[0]): boolean {
    return this.#now.checks(check)
  }

  /** What is shown; nothing where what is asked of is not there. */
  shows(ask: Ask, stand: AskStand): Shown | undefined {
    if (ask.wire !== undefined && !this.#now.job.wires[ask.wire]) return undefined
    if (ask.ask === 'landing' && !this.#mended && this.#parts.has(ask.part!)) return 'otherwise'
    return this.#now.shows(ask, stand)
  }
}
