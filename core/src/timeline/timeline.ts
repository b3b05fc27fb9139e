import type { Job } from '../job/schema.ts'
import { controlsOf, zonesInOrder } from '../job/zones.ts'
import { type Chronicle, replay } from '../motion/chronicle.ts'
import type { Happening } from '../motion/happening.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { IN_SEQUENCE } from '../parts/in-sequence.ts'
import { labelOf } from '../words/words.ts'
import { clockWords } from './clock-words.ts'
import { counted, type Window, windowsOf } from './windows.ts'

/** A condition of a part that held for a while; without an end where it still does. */
export interface Bar {
  readonly from: number
  readonly to: number | undefined
  readonly says: string
  /** How many other conditions of the part lay under it when it began: its row in the lane. */
  readonly row: number
}

/** One part's share of what happened. */
export interface Lane {
  readonly part: string
  readonly label: string
  readonly place: string
  readonly bars: readonly Bar[]
  readonly rows: number
  /** Moments without a length. */
  readonly marks: readonly { readonly at: number; readonly says: string }[]
  /** How far a valve stood open, 0 to 1, at the moments between which it moved evenly. */
  readonly travel?: readonly (readonly [at: number, opening: number])[]
  readonly windows: readonly Window[]
}

/** Something that should have happened, or will: what waiting for it means now. */
export interface Awaited extends Window {
  readonly overdue: boolean
}

export interface Timeline {
  readonly now: number
  /** The moment the last thing happens, or should happen at the latest. */
  readonly end: number
  readonly lanes: readonly Lane[]
  readonly happenings: readonly Happening[]
  readonly awaited: readonly Awaited[]
  /** What to think of it, first. */
  readonly says: string
}

/** What happened and when since the chronicle began, beside what should have. */
export function timelineOf(chronicle: Chronicle): Timeline {
  const { job, simulation, now } = chronicle
  const all = windowsOf(chronicle)
  const happened = counted(simulation.trace)
  const awaited = all
    .filter(({ key }) => !happened.has(key))
    // Once everything is at rest, what has not happened will not.
    .map((window): Awaited => ({ ...window, overdue: now > window.latest || !simulation.moving }))
    .sort((a, b) => a.latest - b.latest)
  const lanes = lanesOf(chronicle, all)
  const last = Math.max(0, ...simulation.trace.map(({ at }) => at), ...awaited.map(({ latest }) => latest))
  return {
    now,
    end: Math.max(now, last),
    lanes,
    happenings: simulation.trace,
    awaited,
    says: verdict(job, simulation, awaited, now),
  }
}

function verdict(job: Job, { trace, moving }: Simulation, awaited: readonly Awaited[], now: number): string {
  const overdue = awaited.find((window) => window.overdue)
  const of = ({ part, says }: Window) => `${labelOf(job, part)}: ${says}`
  if (overdue) return `${of(overdue)} should have happened by ${clockWords(overdue.latest)}, and has not.`
  const next = awaited[0]
  if (next)
    return `Waiting for ${of(next)}, usual at ${clockWords(next.usual)}. Not a fault before ${clockWords(next.latest)}.`
  if (moving) return 'Something still moves.'
  if (trace.length === 0) return 'Nothing has happened yet. Let a thermostat call.'
  return `Everything that should happen has happened, in ${clockWords(now)}.`
}

function lanesOf(chronicle: Chronicle, all: readonly Window[]): Lane[] {
  const { job, simulation } = chronicle
  const { trace, netlist } = simulation
  const start = chronicle.at(chronicle.start.now ?? 0)
  const touched = new Set([...trace.map(({ part }) => part), ...all.map(({ part }) => part)])
  const zone = new Map<string, number>()
  for (const one of zonesInOrder(job))
    for (const part of controlsOf(one)) if (!zone.has(part)) zone.set(part, one.number)
  const parts = [...netlist.parts.values()].filter(({ id }) => touched.has(id))
  parts.sort(
    (a, b) =>
      IN_SEQUENCE.indexOf(a.kind.class) - IN_SEQUENCE.indexOf(b.kind.class) ||
      (zone.get(a.id) ?? 0) - (zone.get(b.id) ?? 0),
  )
  const travels = travelsOf(
    chronicle,
    parts.filter(({ kind }) => kind.class === 'valve').map(({ id }) => id),
  )
  return parts.map(({ id, kind }): Lane => {
    const own = trace.filter(({ part }) => part === id)
    const open: { from: number; says: string; index: number; row: number }[] = []
    const bars: Bar[] = []
    const begin = (index: number, from: number, says: string) => {
      let row = 0
      while (open.some((bar) => bar.row === row)) row++
      open.push({ from, says, index, row })
    }
    const spans = (kind.tells ?? []).map((tell) => tell.starts !== undefined && tell.ends !== undefined)
    for (const [index, tell] of (kind.tells ?? []).entries()) {
      // What is so from the beginning either ends first, or is never heard of.
      const heard = own.find((happening) => happening.tell?.index === index)?.tell
      if (spans[index] && (heard ? !heard.begins : start.tells(id, index))) begin(index, 0, tell.starts!)
    }
    const marks: { at: number; says: string }[] = []
    for (const { at, says, tell } of own) {
      if (!tell || !spans[tell.index]) marks.push({ at, says })
      else if (tell.begins) begin(tell.index, at, says)
      else {
        const bar = open.findIndex(({ index }) => index === tell.index)
        if (bar < 0) continue
        const [{ from, says: said, row }] = open.splice(bar, 1) as [(typeof open)[number]]
        bars.push({ from, to: at, says: said, row })
      }
    }
    for (const { from, says, row } of open) bars.push({ from, to: undefined, says, row })
    const travel = travels.get(id)
    return {
      part: id,
      label: labelOf(job, id),
      place: job.places[job.parts[id]?.place ?? '']?.name ?? '',
      bars: bars.sort((a, b) => a.from - b.from || a.row - b.row),
      rows: Math.max(1, ...bars.map(({ row }) => row + 1)),
      marks,
      ...(travel ? { travel } : {}),
      windows: all.filter(({ part }) => part === id),
    }
  })
}

/** Where each valve stood at every moment at which something happened: between them it moves evenly. */
function travelsOf({ first, start, doings, simulation, now }: Chronicle, valves: readonly string[]) {
  const found = new Map<string, [number, number][]>(valves.map((id) => [id, []]))
  const moments = [...new Set([start.now ?? 0, ...simulation.trace.map(({ at }) => at), now])].sort((a, b) => a - b)
  replay(first, start, doings, now, moments, (moment, then) => {
    for (const id of valves) {
      const part = then.netlist.parts.get(id)
      if (part) found.get(id)!.push([moment, openingOf(part, then.stateOf(id))])
    }
  })
  return found
}
