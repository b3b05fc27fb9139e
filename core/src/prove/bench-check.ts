import { figuresOf } from '../circuit/netlist.ts'
import { aloneOnBench, PART, SETTER } from '../meter/alone.ts'
import { ampsShown, ohmsShown, voltsShown } from '../meter/display.ts'
import { clamp, read } from '../meter/meter.ts'
import { together } from '../motion/alterations.ts'
import { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import type { PartKind } from '../parts/kind.ts'
import { isThreePort } from '../parts/three-port.ts'
import { clockWords } from '../timeline/clock-words.ts'

export interface BenchStep {
  readonly does: string
  readonly finds: readonly string[]
  readonly caution?: string
}

/** What to try of a new valve before it is fitted, and what a sound one shows. */
export interface BenchCheck {
  readonly says: string
  readonly steps: readonly BenchStep[]
}

/** A sound part may differ by a fifth from the figures of its kind, in ohms as in seconds. */
const SPREAD = 0.2
const TURNS = 10
/** Seconds a valve is given at most to come to rest. */
const LONGEST = 1800
const LINE = 'Line voltage on a bench: licensed or competent people, shrouded clips, behind a residual-current device.'

/**
 * The check of a new valve on a bench: its stem and lever, its winding and switches on ohms, fed and let go, with the seconds
 * and the amps a sound one takes; a valve that follows a signal at nothing, half and all. Worked out by running the kind alone.
 *
 * @returns undefined for what is no valve, or does not say how it is fed
 * @example benchCheckOf(kindOf({ kind: 'valve/motor-4' })!)!.steps.map(({ does }) => does)
 */
export function benchCheckOf(kind: PartKind): BenchCheck | undefined {
  const { dead, fed: asOnTheWall, lead } = aloneOnBench(kind)
  const { hookup } = kind
  if (kind.class !== 'valve' || !asOnTheWall || !hookup?.back) return undefined
  // What only feeds a switch on the wall is left off: the switch is read on ohms here.
  const permanent = hookup.proof?.includes(hookup.permanent ?? '') ? undefined : hookup.permanent
  const fed = {
    ...asOnTheWall,
    wires: Object.fromEntries(
      Object.entries(asOnTheWall.wires).filter(
        ([, { to }]) => permanent !== undefined || to.part !== PART || to.terminal !== hookup.permanent,
      ),
    ),
  }
  const line = kind.terminals[hookup.feed]?.circuit === 'line voltage'
  const mark = (terminal: string) => kind.terminals[terminal]!.marking
  const steps = [
    ...byHand(kind, figuresOf(kind, undefined)),
    { does: 'Before anything is clipped on: its winding and switches on ohms.', finds: onOhms(kind, dead) },
    ...fedAndLetGo(kind, fed, lead).map((step, i) => (line && i === 0 ? { ...step, caution: LINE } : step)),
  ]
  const feed = [permanent, hookup.feed].filter((one) => one !== undefined)
  return {
    says: `${kind.name}: fed at ${[...new Set(feed)].map(mark).join(' and ')}, back at ${mark(hookup.back)}.`,
    steps,
  }
}

const howOpen = (share: number) => (share > 0.95 ? 'open' : share < 0.05 ? 'shut' : `${Math.round(share * 100)} % open`)

/** Look through the bore, turn the stem, move the lever: no meter and no power. */
function byHand(kind: PartKind, figures: Readonly<Record<string, number>>): BenchStep[] {
  const at = (state: PartKind['state']) =>
    isThreePort(kind) ? kind.says(figures, state) : howOpen(kind.opening?.(figures, state) ?? 0)
  const steps: BenchStep[] = []
  const stem = kind.stemByHand?.(figures, kind.state, new Set())
  steps.push({
    does: 'Hold it against the light and look through the bore; turn its stem, head off where it comes off.',
    finds: [`${isThreePort(kind) ? 'it' : 'the bore'} stands ${at(kind.state)}`, ...(stem ? [`the stem ${stem}`] : [])],
  })
  const lever = kind.controls?.find(({ state }) => state === kind.roles.lever)
  if (lever && 'options' in lever)
    steps.push({
      does: `Move its ${lever.name.toLowerCase()} through all it can do, and leave it as it was.`,
      finds: lever.options.map(({ value, says }) => `${says}: ${at({ ...kind.state, [lever.state]: value })}`),
    })
  return steps
}

const marksOf = (kind: PartKind, a: string, b: string) =>
  `${kind.terminals[a]!.marking} to ${kind.terminals[b]!.marking}`

function onOhms(kind: PartKind, dead: ReturnType<typeof aloneOnBench>['dead']): string[] {
  const bench = new Simulation(dead)
  const at = (terminal: string) => bench.netlist.nodeOf.get(`${PART}.${terminal}`)!
  const { feed, back } = kind.hookup!
  const pairs = [...(back ? [[feed, back] as const] : []), ...switchesOf(kind).map(({ a, b }) => [a, b] as const)]
  return pairs.map(([a, b]) => {
    const { value } = read(bench, 'ohms', at(a), at(b))
    return `${marksOf(kind, a, b)}: ${value === null ? 'OL' : value < 1 ? 'under 1 Ω' : aboutOhms(value)}`
  })
}

const aboutOhms = (ohms: number) => {
  const round = (one: number) => Number(one.toPrecision(2))
  const [low, high] = [1 - SPREAD, 1 + SPREAD].map((share) => {
    const { shows, unit } = ohmsShown(round(ohms * share), Number.POSITIVE_INFINITY)
    return `${Number(shows)} ${unit}`
  })
  return `${low} to ${high}`
}

/** Contacts by which it proves where it stands, with the terminals they lie between. */
function switchesOf(kind: PartKind) {
  const wanted = new Set((kind.roles.switches ?? []).map(({ element }) => element))
  return kind
    .inside(figuresOf(kind, undefined), { lineVolts: 120, hertz: 60 })
    .flatMap((one) => (one.form === 'contact' && wanted.has(one.name) ? [{ a: one.a, b: one.b, name: one.name }] : []))
}

type Bench = NonNullable<ReturnType<typeof aloneOnBench>['fed']>

/** A valve on its bench, with leads that a hand clips on and takes off. */
class Clipped {
  readonly bench: Simulation
  readonly #kind: PartKind
  #off: readonly string[]

  constructor(kind: PartKind, job: Bench, leads: readonly string[]) {
    this.#kind = kind
    this.bench = new Simulation(job)
    this.#off = leads
    this.turn(leads)
    this.bench.settle(LONGEST)
  }

  /** Leaves these leads off, the others on. */
  turn(off: readonly string[]) {
    this.#off = off
    this.bench.alter(together(off.map((lead) => ({ forces: { [`wire:${lead}`]: { as: 'open' } } }))))
  }

  at(terminal: string): number {
    return this.bench.netlist.nodeOf.get(`${PART}.${terminal}`)!
  }

  /** How its bore stands, in words; one with three ports says where it lets the water go. */
  get stands(): string {
    const part = this.bench.netlist.parts.get(PART)!
    const state = this.bench.stateOf(PART)
    return isThreePort(this.#kind)
      ? `it stands ${this.#kind.says(part.figures, state)}`
      : `the bore stands ${howOpen(openingOf(part, state))}`
  }

  /** Where each of its switches stands: on ohms, or by the volts it passes on where one side of it is fed. */
  get switches(): string[] {
    const back = this.#kind.hookup!.back!
    const volts = (terminal: string) => read(this.bench, 'loz', this.at(terminal), this.at(back)).value ?? 0
    return switchesOf(this.#kind).map(({ a, b }) => {
      const out = a === this.#kind.hookup!.feed ? b : b === this.#kind.hookup!.feed ? a : undefined
      if (out !== undefined) {
        const { shows, unit } = voltsShown(volts(out))
        return `${marksOf(this.#kind, out, back)}: ${volts(out) < 1 ? 'no volts' : `${shows} ${unit}`}`
      }
      const { shows } = read(this.bench, 'ohms', this.at(a), this.at(b))
      return `${marksOf(this.#kind, a, b)}: ${shows === 'OL' ? shows : 'under 1 Ω'}`
    })
  }

  /** What a clamp shows round so many turns of a lead, amps. */
  draws(lead: string): number {
    const made = this.#off.includes(lead) ? undefined : clamp(this.bench, lead, TURNS)
    return made?.ok ? (made.value.value ?? 0) * TURNS : 0
  }

  /** Runs until it is at rest: how long that took, and the most a lead drew on the way. */
  watched(lead: string): { seconds: number; most: number } {
    const from = this.bench.now
    let most = this.draws(lead)
    let moved = from
    while (this.bench.moving && this.bench.now < from + LONGEST) {
      const before = this.stands
      this.bench.runTo(this.bench.now + 1)
      if (this.stands !== before) moved = this.bench.now
      most = Math.max(most, this.draws(lead))
    }
    return { seconds: Math.round(moved - from), most }
  }
}

const within = (seconds: number) =>
  seconds < 2 ? 'at once' : `within ${clockWords(Math.ceil(seconds * (1 + SPREAD)))}, usually ${clockWords(seconds)}`

const amps = (value: number) => {
  const { shows, unit } = ampsShown(value)
  return `${shows} ${unit}`
}

/** Fed and let go, or led along by its signal, with what is seen at each. */
function fedAndLetGo(kind: PartKind, fed: Bench, lead: string): BenchStep[] {
  const { feed, waterOff } = kind.hookup!
  if (kind.roles.listens) return followed(kind, new Clipped(kind, fed, []))
  const also = 'also'
  const second: Bench['wires'] =
    waterOff === undefined ? {} : { [also]: { ...fed.wires[lead]!, to: { part: PART, terminal: waterOff } } }
  const leads = [lead, ...Object.keys(second)]
  const clips = new Clipped(kind, { ...fed, wires: { ...fed.wires, ...second } }, leads)
  const mark = (terminal: string) => kind.terminals[terminal]!.marking
  const step = (does: string, off: readonly string[], drawn: boolean): BenchStep => {
    const before = clips.stands
    clips.turn(off)
    const { seconds, most } = clips.watched(lead)
    const after = clips.stands
    const clamped =
      drawn && most > 0
        ? [
            `a clamp round ${TURNS} turns of that lead: up to ${amps(most)} on the way, ${amps(clips.draws(lead))} at rest`,
          ]
        : []
    return {
      does,
      finds: [before === after ? `${after}, as before` : `${after} ${within(seconds)}`, ...clips.switches, ...clamped],
    }
  }
  return [
    step(`Clip a feed to ${mark(feed)}.`, [also], true),
    ...(waterOff === undefined ? [] : [step(`Clip a feed to ${mark(waterOff)} too.`, [], false)]),
    step(waterOff === undefined ? 'Take that lead off.' : 'Take both leads off.', leads, false),
  ]
}

/** A valve that follows a signal: at nothing, half and all of its range, with what its position says. */
function followed(kind: PartKind, clips: Clipped): BenchStep[] {
  const { bench } = clips
  const [out] = Object.values(bench.netlist.parts.get(SETTER)!.kind.roles!.outputs!)
  const { low = 0, high = 10 } = bench.netlist.parts.get(PART)!.figures
  const { feed, back, position } = kind.hookup!
  const says = (terminal: string) => {
    const { shows, unit } = voltsShown(read(bench, 'direct', clips.at(terminal), clips.at(back!)).value ?? 0)
    return `${marksOf(kind, terminal, back!)}: about ${shows} ${unit}`
  }
  return [0, 0.5, 1].map((share) => {
    const volts = share === 0 ? 0 : low + share * (high - low)
    bench.set(SETTER, out!, volts)
    const { seconds } = clips.watched('')
    return {
      does: `Set its signal to ${volts} V.`,
      finds: [`${clips.stands} ${within(seconds)}`, says(feed), ...(position ? [says(position)] : [])],
    }
  })
}
