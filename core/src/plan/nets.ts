import type { End, Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'

const key = ({ part, terminal }: End) => `${part}.${terminal}`

/** Terminals that are one wire: joined by conductors and through splices, on paper, broken or not. */
export class Nets {
  readonly #job: Job
  readonly #parent = new Map<string, string>()
  readonly #members = new Map<string, End[]>()

  constructor(job: Job) {
    this.#job = job
    for (const { from, to } of Object.values(job.wires)) {
      this.#join(this.#name(from), this.#name(to))
    }
    for (const { from, to } of Object.values(job.wires))
      for (const end of [from, to]) {
        const root = this.#root(this.#name(end))
        this.#members.set(root, [...(this.#members.get(root) ?? []), end])
      }
  }

  /** Every landed terminal on the net of this one, splices included. */
  of(end: End): readonly End[] {
    return this.#members.get(this.#root(this.#name(end))) ?? []
  }

  /** The terminals of devices on the net of this one. */
  devices(end: End): End[] {
    const seen = new Set<string>()
    return this.of(end).filter((one) => {
      if (this.#kind(one)?.class === 'joint' || seen.has(key(one))) return false
      seen.add(key(one))
      return true
    })
  }

  #kind({ part }: End) {
    return kindOf(this.#job.parts[part])
  }

  /** All ways of a splice are one; the terminals of a wiring centre are each their own. */
  #name(end: End): string {
    return this.#kind(end)?.terminals[end.terminal]?.role === 'way' ? end.part : key(end)
  }

  #join(a: string, b: string) {
    this.#parent.set(this.#root(a), this.#root(b))
  }

  #root(name: string): string {
    let at = name
    for (let next = this.#parent.get(at); next !== undefined && next !== at; next = this.#parent.get(at)) at = next
    return at
  }
}
