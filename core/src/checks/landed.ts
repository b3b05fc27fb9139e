import type { End, Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { PartKind, Terminal } from '../parts/kind.ts'
import { markingOf } from '../words/words.ts'

export interface LandedTerminal {
  readonly part: string
  readonly terminal: string
  readonly kind: PartKind
  readonly described: Terminal
  /** `Valve 2 M1`. */
  readonly says: string
  /** Wires landed on it. */
  readonly wires: readonly string[]
}

/** Every terminal of a job with what is landed on it. */
export class Landed {
  readonly all: readonly LandedTerminal[]
  readonly #wires = new Map<string, string[]>()

  constructor(job: Job) {
    const note = ({ part, terminal }: End, wire: string) => {
      const key = `${part}.${terminal}`
      this.#wires.set(key, [...(this.#wires.get(key) ?? []), wire])
    }
    for (const [id, { from, to }] of Object.entries(job.wires)) {
      note(from, id)
      note(to, id)
    }
    this.all = Object.entries(job.parts).flatMap(([part, installed]) => {
      const kind = kindOf(installed)
      return Object.entries(kind?.terminals ?? {}).map(([terminal, described]) => ({
        part,
        terminal,
        kind: kind!,
        described,
        says: `${installed.label} ${markingOf(job, part, terminal)}`,
        wires: this.on(part, terminal),
      }))
    })
  }

  on(part: string, terminal: string): readonly string[] {
    return this.#wires.get(`${part}.${terminal}`) ?? []
  }
}
