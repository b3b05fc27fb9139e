import {
  type Delta,
  type Document,
  type Entry,
  type OnTheBench,
  type Sequence,
  type Snapshot,
  type StageId,
  type StageStanding,
  type Stand,
  type StateValue,
  type Watched,
  withDelta,
} from '@civil-lantern/core'
import { type Remote, wrap } from 'comlink'
import { takenAhead } from '../base/ahead.ts'
import { Observable } from '../base/observable.ts'
import { shelf } from '../base/shelf.ts'
import type { BenchApi } from './bench.worker.ts'
import { benchWorker } from './bench-worker.ts'

export type Speed = 1 | 4 | 'instant'

export interface BenchState {
  readonly snapshot: Snapshot | undefined
  readonly speed: Speed
}

/** Seconds between two looks at a moving circuit. */
const LOOK = 0.08

/**
 * The page's side of the bench: the circuit itself runs in a worker, which sends what has changed. Whoever looks at more than
 * the plant (a meter, the rungs) says so while it looks.
 */
export class BenchClient extends Observable<BenchState> {
  readonly #worker: Worker
  readonly #bench: Remote<BenchApi>
  readonly #watching = new Map<symbol, Watched>()
  #watched = '{}'
  #timer: ReturnType<typeof setTimeout> | undefined
  #closed = false

  constructor() {
    super({ snapshot: undefined, speed: shelf.get<Speed>('speed') ?? 4 })
    this.#worker = takenAhead<Worker>('bench') ?? benchWorker()
    this.#bench = wrap<BenchApi>(this.#worker)
  }

  /** Puts a circuit on the bench; one that is electrically the same goes on undisturbed. */
  readonly open = async (circuit: OnTheBench) => {
    this.#show(await this.#bench.open(circuit, this.#instant))
    this.#show(await this.#bench.check())
  }

  /** Moves something on the bench alone, for an outside device; a person's hand goes through the desk. */
  readonly set = async (part: string, state: string, value: StateValue) =>
    this.#show(await this.#bench.set(part, state, value, this.#instant))

  readonly setSpeed = async (speed: Speed) => {
    shelf.put('speed', speed)
    this.become({ ...this.state(), speed })
    // Before a circuit is open there is nothing to settle; it is opened at the speed then set.
    if (this.#instant && this.state().snapshot) this.#show(await this.#bench.settle())
    else this.#goOn()
  }

  /** Shows a moment that was; without one, the present. */
  readonly look = async (moment: number | undefined) => this.#show(await this.#bench.look(moment))

  /** Begins a new clock with everything as it stands. */
  readonly restart = async () => this.#show(await this.#bench.restart())

  readonly sequence = (zone: string): Promise<Sequence> => this.#bench.sequence(zone)

  /** How the plant stands now, for an entry. */
  readonly stand = (): Promise<Stand> => this.#bench.stand()

  /** How every stage of the job stands. */
  readonly standing = (document: Document, entries: readonly Entry[]): Promise<Record<StageId, StageStanding>> =>
    this.#bench.standing(document, entries)

  /** Looks at something beside the plant, until it is let go; it then comes with every snapshot. */
  readonly watch = (what: Watched): (() => void) => {
    const who = Symbol('watching')
    this.#watching.set(who, what)
    void this.#say()
    return () => {
      this.#watching.delete(who)
      void this.#say()
    }
  }

  readonly close = () => {
    this.#closed = true
    clearTimeout(this.#timer)
    this.#worker.terminate()
  }

  get #instant() {
    return this.state().speed === 'instant'
  }

  async #say() {
    const all: Watched = Object.assign({}, ...this.#watching.values())
    const text = JSON.stringify(all)
    if (text === this.#watched) return
    this.#watched = text
    this.#show(await this.#bench.watch(all))
  }

  #show(delta: Delta | undefined) {
    if (this.#closed) return
    if (delta) this.become({ ...this.state(), snapshot: withDelta(this.state().snapshot, delta) as Snapshot })
    this.#goOn()
  }

  #goOn() {
    clearTimeout(this.#timer)
    const { snapshot, speed } = this.state()
    if (!snapshot?.moving || speed === 'instant') return
    this.#timer = setTimeout(async () => this.#show(await this.#bench.advance(LOOK * speed)), LOOK * 1000)
  }
}
