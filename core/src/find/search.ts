import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import type { Ask, Shown } from './ask.ts'
import type { Evidence } from './evidence.ts'
import type { Finder } from './finder.ts'
import type { Findings, UnitLeft } from './findings.ts'
import { NOBODY, type Stand } from './stand.ts'
import { NONE, WELL } from './suspects.ts'

/**
 * What a search wants done next: something asked, a unit put right, or a zone called by itself, or nobody, to see whether it
 * heats.
 */
export type Wanted =
  | { readonly do: 'ask'; readonly ask: Ask; readonly stand: Stand; readonly minutes: number; readonly closing?: true }
  | { readonly do: 'repair'; readonly unit: UnitLeft }
  | { readonly do: 'check'; readonly zone: string; readonly calls: readonly string[] }

/** How a search ended. */
export interface Ended {
  /** The closing check passed. */
  readonly solved: boolean
  readonly repairs: readonly string[]
  readonly units: Findings['units']
  readonly tests: number
  /** Minutes of asking: walks and waits are in them, repairs and closing checks are not. */
  readonly minutes: number
  readonly why?: string
}

/** Asks and repairs after which a search that does not end is ended. */
const MOST = 60
const MOST_REPAIRS = 6
/** Chance of *none of these* from which nothing more is put right, after so many repairs that did not end it. */
const UNKNOWN = 0.9
const MOST_VAIN = 2
/** Chance of *nothing wrong* from which it is checked instead of asked. */
const WELL_ENOUGH = 0.8

/**
 * A search to its end: it hands out what is wanted and takes what came of it. An ask is answered with what is shown, or with
 * nothing where it could not be done; a repair with anything; a check with whether the zone heats. After each repair every zone
 * is called alone, and then nobody, when all has to be at rest; what fails starts it again.
 *
 * @param troubled zones the complaint is about
 * @param begins what is known when it begins
 * @param offers which asks may be offered
 * @param order puts something else next, as another order of asking would
 * @example
 * const work = search(finder, job, ['signal'], [{ is: 'room', zone: 'signal', heats: false }])
 * for (let next = work.next(); !next.done; next = work.next(answer(next.value)));
 */
export function* search(
  finder: Finder,
  job: Job,
  troubled: readonly string[],
  begins: readonly Evidence[],
  offers: (ask: Ask) => boolean = () => true,
  order: (found: Findings, evidence: readonly Evidence[], place: string | undefined) => Findings = (found) => found,
): Generator<Wanted, Ended, Shown | boolean | undefined> {
  const evidence: Evidence[] = [...begins]
  const refused = new Set<string>()
  const repairs: string[] = []
  let [tests, minutes] = [0, 0]
  /** Closing checks that failed since anything was asked or put right. */
  let vain = 0
  let place: string | undefined
  for (;;) {
    const found = order(
      run(finder.find(troubled, evidence, { place, offers: (ask) => !refused.has(ask.id) && offers(ask) })),
      evidence,
      place,
    )
    const end = (solved: boolean, why?: string): Ended => ({
      solved,
      repairs,
      units: found.units,
      tests,
      minutes,
      ...(why ? { why } : {}),
    })
    const [top] = found.units
    if (top?.unit === NONE && ((top.share > UNKNOWN && repairs.length >= MOST_VAIN) || !found.next))
      return end(false, 'What was read fits nothing on the list: the wiring itself is to be looked at, lead by lead.')
    const settled = top?.unit === WELL && (top.share > WELL_ENOUGH || !found.next)
    const { next } = found
    const best = settled ? undefined : (found.repair ?? (next ? undefined : placeToLook(found)))
    if (settled || best) {
      if (best) {
        if (repairs.length >= MOST_REPAIRS) return end(false, 'Nothing more that can be asked parts what is left.')
        yield { do: 'repair', unit: best }
        repairs.push(best.unit)
        vain = 0
        evidence.push({ is: 'repair', unit: best.unit })
      }
      const failed = yield* closing(finder, job, evidence)
      if (!failed) return end(true)
      if (settled && !found.next && ++vain > 1) return end(false, 'It fails, and nothing more can be asked.')
      continue
    }
    if (!next || tests >= MOST) return end(false, 'Nothing more can be asked.')
    const shown = yield { do: 'ask', ask: next.ask, stand: next.stand, minutes: next.minutes }
    tests++
    vain = 0
    minutes += next.minutes
    place = next.ask.place
    if (shown === undefined || typeof shown === 'boolean') refused.add(next.ask.id)
    else evidence.push({ is: 'shown', ask: next.ask.id, stand: next.stand, shown })
  }
}

const placeToLook = ({ look, units }: Findings): UnitLeft | undefined =>
  [...look, ...units].find(({ unit }) => unit !== NONE && unit !== WELL)

/** Each zone alone, then nobody, to its end. Answers whether anything failed; what came of it is evidence. */
function* closing(
  finder: Finder,
  job: Job,
  evidence: Evidence[],
): Generator<Wanted, boolean, Shown | boolean | undefined> {
  let failed = false
  for (const { id } of zonesInOrder(job)) {
    const heats = (yield { do: 'check', zone: id, calls: [id] }) === true
    evidence.push({ is: 'room', zone: id, heats })
    if (!heats) failed = true
  }
  const running = finder.asks.filter((one) => one.ask === 'runs')
  // Where nothing is told to run, what stands open with nobody calling is felt at the pipes.
  for (const { id } of running.length > 0 ? [] : zonesInOrder(job)) {
    const heats = (yield { do: 'check', zone: id, calls: [] }) === true
    if (heats) {
      evidence.push({ is: 'room', zone: id, heats, calls: [] })
      failed = true
    }
  }
  for (const ask of running) {
    const shown = yield { do: 'ask', ask, stand: NOBODY, minutes: ask.minutes, closing: true }
    if (shown === undefined || typeof shown === 'boolean') continue
    evidence.push({ is: 'shown', ask: ask.id, stand: NOBODY, shown })
    if (shown !== finder.sound(ask, NOBODY)) failed = true
  }
  return failed
}

function run(work: Generator<number, Findings>): Findings {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
  }
}
