import { type Failure, fail, type Result, succeed } from '../job/failure.ts'
import type { Cable, End, Job, Wire } from '../job/schema.ts'
import { GAUGES } from '../job/units.ts'
import { kindOf } from '../parts/index.ts'
import { terminalInWords } from '../words/words.ts'

/** Lengths a technician assumes until measured, metres: between parts of one wall, and a factory lead to its splice. */
const NEAR = 1.2
const LEAD = 0.3

const terminalAt = (job: Job, { part, terminal }: End) => kindOf(job.parts[part])?.terminals[terminal]
const same = (a: End, b: End) => a.part === b.part && a.terminal === b.terminal

/** Cores of a cable that no wire uses. */
export function spareCores(job: Job, cable: string): string[] {
  const used = new Set(
    Object.values(job.wires)
      .filter((wire) => wire.cable === cable)
      .map(({ core }) => core),
  )
  return Object.keys(job.cables[cable]?.cores ?? {}).filter((core) => !used.has(core))
}

/**
 * The conductor a technician would take from one terminal to another: a spare core where a cable runs between the two
 * places, else a single wire; the colour of the factory lead, of the core, or of what is landed there already.
 */
export function conductorBetween(job: Job, from: End, to: End): Result<Wire> {
  const [a, b] = [terminalAt(job, from), terminalAt(job, to)]
  if (!a || !b) return fail(refusal(from, 'A conductor needs a terminal at both ends.', 'Choose a terminal of a part.'))
  if (same(from, to))
    return fail(refusal(from, 'Both ends would be on one terminal.', 'Choose another terminal for the far end.'))
  const twin = Object.values(job.wires).find(
    (wire) => (same(wire.from, from) && same(wire.to, to)) || (same(wire.from, to) && same(wire.to, from)),
  )
  if (twin) {
    const [here, there] = [from, to].map(({ part, terminal }) => terminalInWords(job, part, terminal))
    return fail(
      refusal(
        from,
        `Wire ${twin.label} already joins ${here} and ${there}.`,
        'Choose another terminal for the far end.',
      ),
    )
  }
  const run = coreFor(job, from, to)
  const line = [a, b].some(({ circuit }) => circuit === 'line voltage' || circuit === 'earth')
  const lead = a.lead ?? b.lead
  return succeed({
    from,
    to,
    colour: run?.colour ?? leadColour(job, from) ?? leadColour(job, to) ?? colourThere(job, from, to) ?? 'grey',
    size: sizeFor(job, line),
    length: run?.length ?? (lead ? LEAD : NEAR),
    label: nextLabel(job),
    ...(run ? { cable: run.cable, core: run.core } : {}),
  })
}

const refusal = ({ part, terminal }: End, says: string, remedy: string): Failure => ({
  code: 'hands/conductor',
  where: `${part}.${terminal}`,
  says,
  remedy,
})

/** The practice's usual conductor of line or of control circuits, square millimetres. */
function sizeFor(job: Job, line: boolean): number {
  if (job.practice === '230') return line ? 1.5 : 0.75
  return GAUGES.find(({ name }) => name === (line ? '14 AWG' : '18 AWG'))!.size
}

/** The next number in the run of wire labels. */
export function nextLabel(job: Job): string {
  const numbers = Object.values(job.wires).map(({ label }) => Number(label) || 0)
  return String(Math.max(0, ...numbers) + 1)
}

function leadColour(job: Job, end: End): string | undefined {
  const lead = terminalAt(job, end)?.lead
  return lead && (job.parts[end.part]?.leadColours?.[end.terminal] ?? lead)
}

/** Conductors of one potential usually share a colour: that of one landed on either part's terminal or splice. */
function colourThere(job: Job, from: End, to: End): string | undefined {
  const touches = (end: End, at: End) =>
    end.part === at.part && (end.terminal === at.terminal || terminalAt(job, at)?.role === 'way')
  const landed = Object.values(job.wires).find((wire) =>
    [wire.from, wire.to].some((end) => touches(end, from) || touches(end, to)),
  )
  if (landed) return landed.colour
  const circuits = [from, to].map((end) => terminalAt(job, end)?.circuit)
  if (circuits.includes('earth')) return job.practice === '120' ? 'green' : 'green-yellow'
  if (circuits.includes('line voltage')) return job.practice === '120' ? 'black' : 'brown'
  return undefined
}

/** A spare core between the places of two terminals, of the cable that serves these parts already, or serves none yet. */
function coreFor(job: Job, from: End, to: End) {
  const places = [job.parts[from.part]?.place, job.parts[to.part]?.place]
  if (places[0] === places[1]) return undefined
  const between = ({ from: a, to: b }: Cable) =>
    (a === places[0] && b === places[1]) || (a === places[1] && b === places[0])
  const ends = [from.part, to.part]
  const serves = (cable: string) => {
    const wires = Object.values(job.wires).filter((wire) => wire.cable === cable)
    if (wires.length === 0) return 1
    // A cable in use belongs to the part it ends at; the splice at its other end belongs to many.
    const far = wires.some((wire) =>
      [wire.from, wire.to].some(({ part }) => ends.includes(part) && !isJoint(job, part)),
    )
    return far ? 2 : 0
  }
  const best = Object.entries(job.cables)
    .filter(([id, cable]) => between(cable) && spareCores(job, id).length > 0)
    .map(([id, cable]) => ({ id, cable, rank: serves(id) + (namedFor(job, cable, ends) ? 0.5 : 0) }))
    .filter(({ rank }) => rank >= 1)
    .sort((a, b) => b.rank - a.rank)[0]
  if (!best) return undefined
  const spare = spareCores(job, best.id)
  const letters = [from, to].map(({ terminal }) => terminal[0])
  const core = spare.find((one) => letters.includes(best.cable.cores[one]?.[0])) ?? spare[0]!
  return { cable: best.id, core, colour: best.cable.cores[core]!, length: best.cable.length }
}

const isJoint = (job: Job, part: string) => kindOf(job.parts[part])?.class === 'joint'

/** `Thermostat cable 2` is the cable of `Thermostat 2`. */
const namedFor = (job: Job, cable: Cable, parts: readonly string[]) =>
  parts.some((part) => {
    const label = job.parts[part]?.label ?? ''
    const number = /\d+$/.exec(label)?.[0]
    return number !== undefined && cable.label.endsWith(` ${number}`) && cable.label.startsWith(label.split(' ')[0]!)
  })
