import { compare } from '../../compare/compare.ts'
import type { Job, Wire } from '../../job/schema.ts'
import { markingOf, terminalInWords } from '../../words/words.ts'

/** What becomes of one conductor that lands on the old part. */
export interface Core {
  readonly wire: string
  readonly colour: string
  /** The marking it comes off. */
  readonly from: string
  /** The marking it goes on; nothing where it has no partner and is ended, insulated and labelled. */
  readonly to: string | undefined
  /** Where its other end is, in words. */
  readonly other: string
}

export const touches = (wire: Wire | undefined, part: string) =>
  wire !== undefined && (wire.from.part === part || wire.to.part === part)

/** Every conductor on the old part, and where it goes on the new one. */
export function coresOf(plan: Job, after: Job, part: string): Core[] {
  const { wires, parts } = compare(plan, after)
  const next = parts.get(part) ?? part
  return Object.entries(plan.wires).flatMap(([id, { from, to, colour }]): Core[] => {
    const end = from.part === part ? from : to.part === part ? to : undefined
    if (!end) return []
    const far = end === from ? to : from
    const now = after.wires[wires.get(id) ?? '']
    const there = now && (now.from.part === next ? now.from : now.to.part === next ? now.to : undefined)
    return [
      {
        wire: id,
        colour,
        from: markingOf(plan, part, end.terminal),
        to: there && markingOf(after, next, there.terminal),
        other: terminalInWords(plan, far.part, far.terminal),
      },
    ]
  })
}

/** A conductor the new part wants and nobody had run, in words. */
export function wantIn(job: Job, { from, to, colour }: Wire, part: string): string {
  const [end, far] = from.part === part ? [from, to] : [to, from]
  return `${markingOf(job, part, end.terminal)}: ${colour} from ${terminalInWords(job, far.part, far.terminal)}`
}
