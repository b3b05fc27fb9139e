import type { Actor } from './actor.ts'
import type { Happening } from './happening.ts'

/** What a person in the building notices, as it happens. */
export class Telling {
  /** In the order in which it happened. */
  readonly trace: Happening[]

  /** @param before what has happened already */
  constructor(before: readonly Happening[]) {
    this.trace = [...before]
  }

  /** Takes a part as it stands: what is so from the start does not happen. */
  begin(actor: Actor) {
    const { tells, part, state } = actor
    actor.told = tells.map(({ is }) => is(part.figures, state))
  }

  /** What became of the parts whose state has changed. @param now seconds on the clock */
  tell(moved: readonly Actor[], now: number) {
    for (const actor of moved) {
      const { tells, part, state } = actor
      const before = actor.told
      for (let i = 0; i < tells.length; i++) {
        const { is, starts, ends } = tells[i]!
        const begins = is(part.figures, state)
        if (begins === before[i]) continue
        // A mark may hold what was told before: it is left as it was.
        if (actor.told === before) actor.told = [...before]
        actor.told[i] = begins
        const says = begins ? starts : ends
        if (says === undefined) continue
        const happening = { at: now, part: actor.id, says, tell: { index: i, begins } }
        this.trace.push(actor.blownBy ? { ...happening, path: actor.blownBy.path } : happening)
      }
    }
  }

  /** Something begins to hum. */
  buzzes(part: string, now: number) {
    this.trace.push({ at: now, part, says: 'buzzes' })
  }
}
