import { unitInWords } from '../find/suspects.ts'
import { plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import type { Stand } from '../record/stand.ts'
import { placeOf, pointInWords } from '../words/words.ts'

/** Writes down what happened on a demo job, in the order it happened. */
export class Past {
  readonly entries: Entry[] = []
  readonly #document: Document
  readonly #job: string
  #clock = 0
  #visit: string | undefined
  #case: string | undefined
  #by = ''

  constructor(job: string, document: Document) {
    this.#job = job
    this.#document = document
  }

  /** Somebody comes. @param at ISO instant */
  visit(by: string, at: string, purpose: 'new work' | 'service'): this {
    this.#by = by
    this.#clock = Date.parse(at)
    this.#visit = undefined
    this.#visit = this.#add({ kind: 'visit', does: 'opens', for: purpose, who: by })
    return this
  }

  leaves(): this {
    this.#add({ kind: 'visit', does: 'closes', for: 'service', who: this.#by })
    return this
  }

  /** @param told when it is so, by the name a telling has */
  complains(complaint: string, zones: string[], told?: string): this {
    this.#case = this.#add({ kind: 'case', does: 'opened', complaint, zones, ...(told ? { told } : {}) })
    return this
  }

  closed(complaint: string, cause: string): this {
    this.#add({ kind: 'case', does: 'closed', complaint, cause })
    this.#case = undefined
    return this
  }

  /** What a display showed between two points. */
  read(mode: 'volts' | 'loz' | 'direct' | 'ohms', from: string, to: string, value: number | null, stand: Stand): this {
    const job = plannedJob(this.#document)
    const point = (at: string) => ({ point: at, says: pointInWords(job, at), place: placeOf(job, at) })
    const unit = mode === 'ohms' ? 'Ω' : 'V'
    const shows = value === null ? 'OL' : `${value} ${unit}`
    this.#add({ kind: 'reading', mode, from: point(from), to: point(to), value, shows }, stand)
    return this
  }

  /** Something was put right: `V1/head`. */
  mends(unit: string, does: 'replace' | 'remake' | 'set'): this {
    this.#add({ kind: 'repair', unit, does, says: unitInWords(plannedJob(this.#document), unit) })
    return this
  }

  hand(part: string, state: string, value: string | boolean | number): this {
    this.#add({ kind: 'seen', what: 'hand', part, state, value })
    return this
  }

  saw(of: string, look: string, word: string): this {
    this.#add({ kind: 'seen', what: 'word', of, look, word })
    return this
  }

  /** Something is done for a test; returns its entry, which has to be ended. */
  does(does: string, of: string): string {
    return this.#add({ kind: 'action', does, of })
  }

  ends(action: string): this {
    this.#add({ kind: 'action', does: 'end', ends: action })
    return this
  }

  lands(wires: readonly string[]): this {
    for (const wire of wires) {
      const is = this.#document.planned.wires[wire]
      if (is) this.#add({ kind: 'landed', wire, is })
    }
    return this
  }

  hangs(parts: readonly string[], cables: readonly string[] = []): this {
    for (const part of parts) {
      const is = this.#document.planned.parts[part]
      if (is) this.#add({ kind: 'part', does: 'fitted', part, is })
    }
    for (const cable of cables) {
      const is = this.#document.planned.cables[cable]
      if (is) this.#add({ kind: 'part', does: 'run', cable, is })
    }
    return this
  }

  notes(text: string): this {
    this.#add({ kind: 'note', text })
    return this
  }

  #add(body: Entry['body'], stand?: Stand): string {
    // Three minutes of work between two entries.
    this.#clock += 180_000
    const id = `${this.#job}-past-${String(this.entries.length + 1).padStart(2, '0')}`
    const maker = {
      id,
      by: this.#by,
      device: 'demo',
      clock: new Date(this.#clock).toISOString(),
      revision: 1,
      ...(this.#visit ? { visit: this.#visit } : {}),
      ...(this.#case ? { case: this.#case } : {}),
    }
    this.entries.push(nextEntry(maker, this.entries, body, stand))
    return id
  }
}
