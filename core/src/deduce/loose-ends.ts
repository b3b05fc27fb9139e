import { endKey } from '../compare/pairing.ts'
import type { End, Job } from '../job/schema.ts'
import { kindOf, UNKNOWN_END } from '../parts/index.ts'

/** One end of a conductor that was written down, whose other end nobody has followed. */
export interface LooseEnd {
  readonly wire: string
  readonly at: End
  /** What it lands on: `V2.m1`, or a whole joint, `S3.*`. */
  readonly node: string
  readonly place: string
  readonly colour: string
  /** `C2/red`: a core of a cable is one conductor, whatever it lands on. */
  readonly core?: string
  /** It is a lead that left the factory on this part. */
  readonly leadOf?: string
  /** It runs in this sheath together with others, as somebody wrote where it ends: leads of one part. */
  readonly sheath?: string
}

/** The end of a conductor that is known where the other is not. */
export function knownEnd(job: Job, wire: string): End | undefined {
  const { from, to } = job.wires[wire] ?? {}
  const known = [from, to].filter((end) => end && job.parts[end.part]?.kind !== UNKNOWN_END)
  return known.length === 1 ? known[0] : undefined
}

/** The colour in which a part's own lead leaves it, where it has one there. */
export function leadColour(job: Job, { part, terminal }: End): string | undefined {
  const installed = job.parts[part]
  const usual = installed && kindOf(installed)?.terminals[terminal]?.lead
  return usual && (installed.leadColours?.[terminal] ?? usual)
}

/**
 * Every conductor with an end that is not known, by the end that is.
 * @param sheaths the sheath each conductor was seen to run in, by its id
 */
export const looseEnds = (job: Job, sheaths: ReadonlyMap<string, string>): LooseEnd[] =>
  Object.entries(job.wires).flatMap(([wire, { colour, cable, core }]) => {
    const at = knownEnd(job, wire)
    if (!at) return []
    const sheath = sheaths.get(wire)
    return [
      {
        wire,
        at,
        node: endKey(job, at),
        place: job.parts[at.part]!.place,
        colour,
        ...(cable !== undefined && core !== undefined ? { core: `${cable}/${core}` } : {}),
        ...(leadColour(job, at) === colour ? { leadOf: at.part } : sheath === undefined ? {} : { sheath }),
      },
    ]
  })
