import type { Job } from '../job/schema.ts'
import { GAUGES } from '../job/units.ts'
import { catalogue } from '../parts/index.ts'
import { schoolOf } from './schools.ts'

type Parts = Job['parts']
export type Point = `${string}.${string}`

/** What a scheme makes: parts, cables and wires, with ids in the order they were asked for. */
export interface Wiring {
  readonly parts: Parts
  readonly cables: Job['cables']
  readonly wires: Job['wires']
}

/** One conductor on its way to a bus. */
interface Lead {
  readonly point: Point
  readonly colour: string
  readonly length: number
  readonly cable?: string | undefined
  readonly core?: string | undefined
}

/** Connectors of each school by ways, smallest first. */
const CONNECTORS: Readonly<Record<string, readonly number[]>> = {
  lever: [2, 3, 5],
  cap: [2, 4],
  push: [2, 3, 5, 8],
}

const NEAR = 1.2
const LEAD = 0.3

/**
 * The hands of the schemes: hang parts, run cables, bring conductors together in connectors of the right size.
 * Sizes default to the practice's usual control conductor, or line conductor where `line` is said.
 */
export class Wirer implements Wiring {
  readonly parts: Parts = {}
  readonly cables: Job['cables'] = {}
  readonly wires: Job['wires'] = {}
  readonly #job: Job
  #splices = 0

  constructor(job: Job) {
    this.#job = job
  }

  /** Size of a control conductor and of a line conductor, square millimetres. */
  get sizes() {
    return this.#job.practice === '120'
      ? {
          control: GAUGES.find(({ name }) => name === '18 AWG')!.size,
          line: GAUGES.find(({ name }) => name === '14 AWG')!.size,
        }
      : { control: 0.75, line: 1.5 }
  }

  /** Insulation colours of live, neutral and earth in this practice. */
  get lineColours() {
    return this.#job.practice === '120'
      ? { live: 'black', neutral: 'white', earth: 'green' }
      : { live: 'brown', neutral: 'blue', earth: 'green-yellow' }
  }

  hang(id: string, kind: string, label: string, place: string, figures?: Record<string, number>): string {
    this.parts[id] = figures ? { kind, label, place, figures } : { kind, label, place }
    return id
  }

  /** Figures of a hanging part that differ from its kind's. */
  figure(id: string, figures: Record<string, number>) {
    const part = this.parts[id]
    if (part) this.parts[id] = { ...part, figures: { ...part.figures, ...figures } }
  }

  /** A link between two terminals of one line-voltage part. */
  link(part: string, from: string, to: string) {
    this.wire(`${part}.${from}`, `${part}.${to}`, this.lineColours.live, 0.05, { line: true })
  }

  cable(id: string, label: string, from: string, to: string, length: number, cores: Record<string, string>): string {
    this.cables[id] = { label, from, to, length, cores }
    return id
  }

  wire(
    from: Point,
    to: Point,
    colour: string,
    length = NEAR,
    more: { line?: boolean; cable?: string; core?: string } = {},
  ) {
    const number = Object.keys(this.wires).length + 1
    const [fromPart, fromTerminal] = split(from)
    const [toPart, toTerminal] = split(to)
    this.wires[`w${number}`] = {
      from: { part: fromPart, terminal: fromTerminal },
      to: { part: toPart, terminal: toTerminal },
      colour,
      size: more.line ? this.sizes.line : this.sizes.control,
      length,
      label: String(number),
      ...(more.cable ? { cable: more.cable } : {}),
      ...(more.core ? { core: more.core } : {}),
    }
  }

  /** Opens a bus: conductors join it one by one, and `land` puts them into connectors. */
  bus(name: string, place: string, colour: string, line = false): Bus {
    return new Bus(this, name, place, colour, line)
  }

  /** The colour of a factory lead, where the terminal is one. */
  leadColour(point: Point): string | undefined {
    const [id, terminal] = split(point)
    return catalogue.get(this.parts[id]?.kind ?? '')?.terminals[terminal]?.lead
  }

  splice(name: string, place: string, conductors: number): { id: string; ways: number } {
    const style = schoolOf(this.#job, 'splices')
    const sizes = CONNECTORS[style]!
    const ways = sizes.find((w) => w >= conductors) ?? sizes.at(-1)!
    const id = `S${++this.#splices}`
    this.hang(id, `joint/${style}-${ways}`, `Splice ${id}`, place)
    this.parts[id] = { ...this.parts[id]!, note: name }
    return { id, ways }
  }
}

/** Terminals of a wiring centre and conductors planned under each, by school; a screw may take one more. */
const CENTRES: Readonly<Record<string, { terminals: number; takes: number }>> = {
  links: { terminals: 12, takes: 4 },
  bigger: { terminals: 6, takes: 9 },
}

/** Wiring centres, their terminals numbered in the order they are asked for; another is hung when one is full. */
export class Centre {
  readonly takes: number
  readonly #terminals: number
  readonly #wirer: Wirer
  readonly #place: string
  #used = 0

  constructor(wirer: Wirer, job: Job, place: string) {
    this.#wirer = wirer
    this.#place = place
    const { terminals, takes } = CENTRES[schoolOf(job, 'crowded')]!
    this.#terminals = terminals
    this.takes = takes
  }

  next(): Point {
    const number = 1 + Math.floor(this.#used / this.#terminals)
    if (this.#used % this.#terminals === 0) this.#hang(number)
    return `WC${number}.t${1 + (this.#used++ % this.#terminals)}`
  }

  /** Sees to it that so many terminals stay free: room for one more zone. */
  leave(terminals: number) {
    const left = (this.#terminals - (this.#used % this.#terminals)) % this.#terminals
    if (left < terminals) this.#hang(2 + Math.floor((this.#used - 1) / this.#terminals))
  }

  #hang(number: number) {
    this.#wirer.hang(`WC${number}`, `joint/wiring-centre-${this.#terminals}`, `Wiring centre ${number}`, this.#place)
  }
}

export class Bus {
  readonly #leads: Lead[] = []
  readonly #wirer: Wirer
  readonly #name: string
  readonly #place: string
  readonly #colour: string
  readonly #line: boolean

  constructor(wirer: Wirer, name: string, place: string, colour: string, line: boolean) {
    this.#wirer = wirer
    this.#name = name
    this.#place = place
    this.#colour = colour
    this.#line = line
  }

  /** A conductor from a terminal. A factory lead is short and keeps its own colour. */
  join(point: Point, by: { length?: number; cable?: string; core?: string; colour?: string } = {}): this {
    const lead = this.#wirer.leadColour(point)
    this.#leads.push({
      point,
      colour: by.colour ?? lead ?? this.#colour,
      length: by.length ?? (lead ? LEAD : NEAR),
      cable: by.cable,
      core: by.core,
    })
    return this
  }

  /** Two conductors of screw terminals are one wire; anything else meets in connectors, chained where one is too small. */
  land() {
    const [first, second] = this.#leads
    const screws = this.#leads.every(({ point }) => this.#wirer.leadColour(point) === undefined)
    // Two cables end in the boiler room: their cores are brought together there.
    const cables = first?.cable !== undefined && second?.cable !== undefined
    if (this.#leads.length === 2 && first && second && screws && !cables) {
      const run = second.cable ? second : first
      this.#wirer.wire(first.point, second.point, run.colour, run.length, this.#how(run))
      return
    }
    const waiting = [...this.#leads]
    let previous: Point | undefined
    while (waiting.length > 0) {
      const wanted = waiting.length + (previous ? 1 : 0)
      const { id, ways } = this.#wirer.splice(this.#name, this.#place, wanted)
      let way = 1
      if (previous) this.#wirer.wire(previous, `${id}.w${way++}`, this.#colour, LEAD, { line: this.#line })
      const room = wanted > ways ? ways - 1 : ways
      while (way <= room && waiting.length > 0) {
        const lead = waiting.shift()!
        const towardsBus = lead.cable === undefined
        const here: Point = `${id}.w${way++}`
        if (towardsBus) this.#wirer.wire(lead.point, here, lead.colour, lead.length, this.#how(lead))
        else this.#wirer.wire(here, lead.point, lead.colour, lead.length, this.#how(lead))
      }
      previous = `${id}.w${way}`
    }
  }

  /**
   * Lands everything in terminals of a wiring centre, linked where one terminal is too small.
   * @param first the terminal kept for it, where it has one by custom
   */
  landIn(centre: Centre, first = centre.next()) {
    const waiting = [...this.#leads]
    let here = first
    let room = centre.takes
    while (waiting.length > 0) {
      // One conductor's room is kept for the link that goes on.
      if (waiting.length > room) room--
      for (const lead of waiting.splice(0, room)) {
        if (lead.cable === undefined) this.#wirer.wire(lead.point, here, lead.colour, lead.length, this.#how(lead))
        else this.#wirer.wire(here, lead.point, lead.colour, lead.length, this.#how(lead))
      }
      if (waiting.length === 0) break
      const next = centre.next()
      this.#wirer.wire(here, next, this.#colour, 0.1, { line: true })
      here = next
      room = centre.takes - 1
    }
  }

  #how({ cable, core }: Lead) {
    return { line: this.#line, ...(cable ? { cable } : {}), ...(core ? { core } : {}) }
  }
}

function split(point: Point): [string, string] {
  const dot = point.indexOf('.')
  return [point.slice(0, dot), point.slice(dot + 1)]
}
