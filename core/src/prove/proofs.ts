import { type Entry, inOrder } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'

export type Outcome = 'pass' | 'fail' | 'could not'

/** How one step of a proof came out, by its latest entry. */
export interface StepOutcome {
  readonly outcome: Outcome
  readonly name: string
  readonly otherwise: readonly string[]
  /** Ids of what was otherwise, as the script names it. */
  readonly misses: readonly string[]
  readonly entry: Entry
  readonly readings: readonly string[]
}

/** Somebody at a place. */
export interface Post {
  readonly by: string
  readonly place: string
}

/** A proof as its entries have it: begun once, gone through by anybody, signed once. */
export interface ProofRun {
  readonly id: string
  readonly for: 'whole' | 'closing' | 'zones'
  readonly zones: readonly string[]
  readonly begun: Entry
  readonly steps: readonly string[]
  readonly outcomes: ReadonlyMap<string, StepOutcome>
  readonly passed: number
  readonly failed: number
  readonly couldNot: number
  /** Where each device stands that has said so, while it does not walk to every place. */
  readonly posts: ReadonlyMap<string, Post>
  /** By step and place: what has been done there since the step last came out. */
  readonly doneAt: ReadonlyMap<string, ReadonlyMap<string, Entry>>
  /** The first step nobody has done yet. */
  readonly next: string | undefined
  readonly signed: Entry | undefined
}

/** Every proof that was begun and not taken back, the oldest first. What comes after a signature changes it no more. */
export function proofsIn(entries: readonly Entry[]): ProofRun[] {
  const gone = takenBack(entries)
  const standing = entries.filter(({ id }) => !gone.has(id)).toSorted(inOrder)
  return standing.flatMap((begun): ProofRun[] => {
    if (begun.body.kind !== 'proof') return []
    const mine = standing.filter(({ proof }) => proof === begun.id)
    const signed = mine.find(({ body }) => body.kind === 'sign')
    const steps = (begun.body.steps as string[]) ?? []
    const outcomes = new Map<string, StepOutcome>()
    const posts = new Map<string, Post>()
    const doneAt = new Map<string, Map<string, Entry>>()
    for (const entry of mine) {
      if (entry === signed) break
      const { kind, step, outcome, name, otherwise, misses, readings, stands, place } = entry.body
      if (stands !== undefined) {
        if (stands === null) posts.delete(entry.device)
        else posts.set(entry.device, { by: entry.by, place: String(stands) })
      } else if (kind === 'share') {
        const there = doneAt.get(String(step)) ?? new Map<string, Entry>()
        doneAt.set(String(step), there.set(String(place), entry))
      }
      if (kind !== 'step' || !steps.includes(String(step))) continue
      doneAt.delete(String(step))
      outcomes.set(String(step), {
        outcome: outcome as Outcome,
        name: String(name),
        otherwise: (otherwise as string[] | undefined) ?? [],
        misses: (misses as string[] | undefined) ?? [],
        readings: (readings as string[] | undefined) ?? [],
        entry,
      })
    }
    const count = (wanted: Outcome) => [...outcomes.values()].filter(({ outcome }) => outcome === wanted).length
    return [
      {
        id: begun.id,
        for: begun.body.for as ProofRun['for'],
        zones: (begun.body.zones as string[] | undefined) ?? [],
        begun,
        steps,
        outcomes,
        posts,
        doneAt,
        passed: count('pass'),
        failed: count('fail'),
        couldNot: count('could not'),
        next: steps.find((step) => !outcomes.has(step)),
        signed,
      },
    ]
  })
}

/** A figure read at a step of a signed proof: what the same reading is compared with the next time. */
export interface Baseline {
  readonly value: number | null
  readonly shows: string
  readonly at: string
}

/** The step and the leads of a reading, by which it is known again. */
export const baselineKey = (step: string, mode: string, from: string, to: string) => `${step} ${mode} ${from} ${to}`

/** The readings of every signed proof, each by step and leads, the latest standing. @param but a proof to leave out: this one */
export function baselineOf(entries: readonly Entry[], but?: string): ReadonlyMap<string, Baseline> {
  const byId = new Map(entries.map((entry) => [entry.id, entry]))
  const found = new Map<string, Baseline>()
  for (const { id, signed, outcomes } of proofsIn(entries)) {
    if (!signed || id === but) continue
    for (const [step, { readings }] of outcomes)
      for (const reading of readings) {
        const entry = byId.get(reading)
        if (entry?.body.kind !== 'reading') continue
        const { mode, from, to, value, shows } = entry.body
        const key = baselineKey(step, String(mode), pointOf(from), pointOf(to))
        found.set(key, { value: value as number | null, shows: String(shows), at: entry.clock })
      }
  }
  return found
}

const pointOf = (end: unknown): string =>
  typeof end === 'object' && end !== null && 'point' in end ? String(end.point) : ''

/** Why a proof may not be signed yet, in words; nothing where it may. */
export function notSignable(run: ProofRun, open: readonly { readonly says: string }[]): string | undefined {
  if (run.signed) return `It is signed already, by ${String(run.signed.body.name)}.`
  if (run.next !== undefined) {
    const left = run.steps.length - run.outcomes.size
    return left === 1 ? 'One step is still to be done.' : `${left} steps are still to be done.`
  }
  if (run.failed > 0)
    return run.failed === 1
      ? 'One step failed: put it right and try it again.'
      : `${run.failed} steps failed: put them right and try them again.`
  if (open.length > 0)
    return open.length === 1
      ? `One thing waits to be put back: ${open[0]!.says}.`
      : `${open.length} things wait to be put back: ${open[0]!.says}, and more.`
  return undefined
}
