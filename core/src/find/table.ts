import { intentOf } from '../intent/intent.ts'
import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import { asking } from '../load/all-calling.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { benchWith } from '../suppose/bench.ts'
import { alterationsOf, inPattern, reshaped } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Ask, type AskForm, readIn, type Shown, type Wall } from './ask.ts'
import { askKind } from './asks/index.ts'
import { SUPPLY } from './likelihood.ts'
import { bring, calling, type Stand } from './stand.ts'
import { type Suspect, WELL } from './suspects.ts'

/** What is shown in a stand, by the column of its ask, and which zones then heat. */
export interface Row {
  readonly shows: readonly Shown[]
  readonly heats: ReadonlySet<string>
}

/** What every suspect shows in one stand. */
export interface StandTable {
  readonly stand: Stand
  readonly asks: readonly Ask[]
  /**
   * By suspect: one row, where only its volts and amps move with the mains; one for each of what the mains may stand at, where it decides
   * what pulls in and what does not.
   */
  readonly rows: ReadonlyMap<string, readonly Row[]>
  /** Seconds until a sound plant is at rest in it: delay, travel, charge and what runs on. */
  readonly waits: number
}

/** The row of a suspect while the mains stand so. @param k which of `SUPPLY` */
export function rowAt(table: StandTable, suspect: string, k = RATED): Row {
  const rows = table.rows.get(suspect)!
  return rows.length === 1 ? rows[0]! : rows[k]!
}

/** What a suspect shows while the mains stand so; a single row's volts and amps move with them. */
export function shownAt(table: StandTable, suspect: string, column: number, k = RATED): Shown {
  const rows = table.rows.get(suspect)!
  if (rows.length > 1) return rows[k]!.shows[column]!
  const shown = rows[0]!.shows[column]!
  return typeof shown === 'number' && movesWithMains(table.asks[column]!.ask) ? shown * SUPPLY[k]!.times : shown
}

/** Volts and amps follow what the mains stand at; ohms do not. */
const movesWithMains = (form: AskForm) => readIn(form) === 'V' || readIn(form) === 'A'

const RATED = SUPPLY.findIndex(({ times }) => times === 1)

/** Suspects that leave some of the volts: whether that is enough depends on what there is. */
const LEAVES_SOME = /\/ohms$|[wW]eak$/

/**
 * What each suspect would show in a stand, everything settled: by the same simulation as everywhere else, on the circuit as
 * found with what is known to be wrong with it. One bench is switched from suspect to suspect.
 */
export function* tableOf(
  job: Job,
  base: readonly Supposition[],
  suspects: readonly Suspect[],
  asks: readonly Ask[],
  stand: Stand,
): Generator<void, StandTable> {
  const bench = benchWith(job, base)
  bench.settle()
  const mark = bench.mark()
  const rows = new Map<string, readonly Row[]>()
  const { volts } = mains(job.practice)
  let waits = 0
  const rowOf = (wrong: readonly Supposition[]): Row => {
    bench.alter(alterationsOf(job, wrong))
    bench.settle()
    bring(bench, job, stand)
    const wall = { bench, job, wrong, ...warmthIn(bench, job) }
    const shows = asks.map((ask) => askKind(ask.ask).shows(wall, ask))
    bench.alter(alterationsOf(job, base))
    bench.back(mark)
    return { shows, heats: wall.heats }
  }
  for (const { id, suppositions, goes } of suspects) {
    if (goes !== undefined) continue
    if (id === WELL) {
      waits = waitIn(bench, job, stand)
      bench.back(mark)
    }
    const wrong = [...base, ...suppositions]
    if (!suppositions.every(inPattern)) {
      rows.set(id, rowsWired(job, wrong, [{ stand, asks }]))
      yield
      continue
    }
    const moves = stand.power && LEAVES_SOME.test(id)
    rows.set(
      id,
      moves
        ? SUPPLY.map(({ times }) =>
            rowOf(times === 1 ? wrong : [{ id: 'supply/volts', value: volts * times }, ...wrong]),
          )
        : [rowOf(wrong)],
    )
    yield
  }
  // What comes and goes mostly shows nothing: only what a hand finds differs from a sound plant.
  const well = rows.get(WELL)?.[0]
  for (const { id, suppositions, goes } of suspects) {
    if (goes === undefined || !well) continue
    // What a hand finds asks for no warmth of a pipe.
    const wall: Wall = { bench, job, wrong: [...base, ...suppositions], heats: well.heats, warm: new Set() }
    const shows = asks.map((ask, column) => {
      const kind = askKind(ask.ask)
      return kind.byHand ? kind.shows(wall, ask) : well.shows[column]!
    })
    rows.set(id, [{ shows, heats: well.heats }])
  }
  return { stand, asks, rows, waits }
}

/** Seconds until a plant that was at rest is at rest in a stand; for nobody calling, after its first zone did. */
function waitIn(bench: Simulation, job: Job, stand: Stand): number {
  if (!stand.power) return 0
  const [first] = zonesInOrder(job)
  const ends = stand.calls.length === 0 && first !== undefined
  if (ends) bring(bench, job, calling(first.id))
  const from = bench.now
  if (ends) bench.setTogether(asking(job, [first.id], false))
  bring(bench, job, stand)
  return bench.now - from
}

/**
 * What a plant that is wired otherwise shows in each of these stands: it has a bench of its own, which is dear to make and brought from stand
 * to stand.
 */
export function rowsWired(
  job: Job,
  wrong: readonly Supposition[],
  stands: readonly Pick<StandTable, 'stand' | 'asks'>[],
): Row[] {
  const shaped = reshaped(job, wrong)
  const bench = benchWith(job, wrong)
  bench.settle()
  const mark = bench.mark()
  return stands.map(({ stand, asks }) => {
    bring(bench, shaped, stand)
    const wall = { bench, job: shaped, wrong, ...warmthIn(bench, shaped) }
    const shows = asks.map((ask) => askKind(ask.ask).shows(wall, ask))
    bench.back(mark)
    return { shows, heats: wall.heats }
  })
}

/**
 * The valves that let warm water by as a bench stands: open, boiler called, burner running, and a pump that is meant for their
 * zone; where none is, the boiler has one of its own.
 */
function warmIn(bench: Simulation, job: Job): ReadonlySet<string> {
  const parts = [...bench.netlist.parts.values()]
  const with_ = (of: string, role: 'running' | 'told') =>
    parts.filter(({ kind }) => kind.class === of && kind.roles[role])
  const any = (some: typeof parts, role: 'running' | 'told') =>
    some.length === 0 || some.some(({ id, kind }) => bench.stateOf(id)[kind.roles![role]!] === true)
  const pumps = with_('pump', 'running')
  const intent = intentOf(job)
  if (!any(with_('boiler', 'told'), 'told') || !any(with_('burner', 'running'), 'running')) return new Set()
  return new Set(
    zonesInOrder(job).flatMap((zone) => {
      const own = pumps.filter((pump) => intent.pumps.get(pump.id)?.zones.includes(zone.id))
      if (!any(own, 'running')) return []
      return valvesOf(zone).filter((valve) => {
        const part = bench.netlist.parts.get(valve)
        return part !== undefined && openingOf(part, bench.stateOf(part.id)) >= HEATS
      })
    }),
  )
}

/** What gets warm as a bench stands: the valves, and the zones for which every valve does. */
export function warmthIn(bench: Simulation, job: Job): Pick<Wall, 'warm' | 'heats'> {
  const warm = warmIn(bench, job)
  const heats = zonesInOrder(job).filter((zone) => zone.valve && valvesOf(zone).every((valve) => warm.has(valve)))
  return { warm, heats: new Set(heats.map(({ id }) => id)) }
}

/** A valve that stands open so far lets its room get warm. */
const HEATS = 0.3
