import type { Job } from '../job/schema.ts'
import { GAUGES } from '../job/units.ts'
import { catalogue } from '../parts/index.ts'

type Parts = Job['parts']
type Point = `${string}.${string}`

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

/** Lever connectors by ways, smallest first. */
const CONNECTORS = [2, 3, 5] as const
const MOST_WAYS = 5

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
    const ways = CONNECTORS.find((w) => w >= conductors) ?? MOST_WAYS
    const id = `S${++this.#splices}`
    this.hang(id, `joint/lever-${ways}`, `Splice ${id}`, place)
    this.parts[id] = { ...this.parts[id]!, note: name }
    return { id, ways }
  }
}

/** Conductors one terminal of a wiring centre takes, and how many terminals one has. */
const CENTRE_TAKES = 4
const CENTRE_TERMINALS = 12

/** Wiring centres, their terminals numbered in the order they are asked for; another is hung when one is full. */
export class Centre {
  readonly #wirer: Wirer
  readonly #place: string
  #used = 0

  constructor(wirer: Wirer, place: string) {
    this.#wirer = wirer
    this.#place = place
  }

  next(): Point {
    const centre = `WC${1 + Math.floor(this.#used / CENTRE_TERMINALS)}`
    if (this.#used % CENTRE_TERMINALS === 0)
      this.#wirer.hang(centre, 'joint/wiring-centre-12', `Wiring centre ${centre.slice(2)}`, this.#place)
    return `${centre}.t${1 + (this.#used++ % CENTRE_TERMINALS)}`
  }

  /** Terminals that are left in the last centre. */
  get left(): number {
    return (CENTRE_TERMINALS - (this.#used % CENTRE_TERMINALS)) % CENTRE_TERMINALS
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
    if (this.#leads.length === 2 && first && second && screws) {
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

  /** Lands everything in terminals of a wiring centre, linked where one terminal is too small. */
  landIn(centre: Centre) {
    const waiting = [...this.#leads]
    let previous: Point | undefined
    while (waiting.length > 0) {
      const here = centre.next()
      let room = CENTRE_TAKES
      if (previous) {
        this.#wirer.wire(previous, here, this.#colour, 0.1, { line: true })
        room--
      }
      if (waiting.length > room) room--
      for (const lead of waiting.splice(0, room)) {
        if (lead.cable === undefined) this.#wirer.wire(lead.point, here, lead.colour, lead.length, this.#how(lead))
        else this.#wirer.wire(here, lead.point, lead.colour, lead.length, this.#how(lead))
      }
      previous = here
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
