import {
  askingOf,
  type Job,
  type LiveTerminal,
  type MeterMode,
  type Sequence,
  type StateValue,
  type Timeline,
} from '@civil-lantern/core'
import { type Remote, wrap } from 'comlink'
import { shelf } from '../data/shelf.ts'
import type { BenchApi, PanelReading, Rungs, Snapshot } from './bench.worker.ts'

export type Speed = 1 | 4 | 'instant'

export interface BenchState {
  readonly snapshot: Snapshot | undefined
  readonly speed: Speed
}

type MySettings = Record<string, Record<string, StateValue>>

/** Seconds between two looks at a moving circuit. */
const LOOK = 0.08

/** The page's side of the bench: the circuit itself runs in a worker. */
export class BenchClient {
  readonly #id: string
  readonly #worker: Worker
  readonly #bench: Remote<BenchApi>
  readonly #listeners = new Set<() => void>()
  #settings: MySettings
  #state: BenchState
  #job: Job | undefined
  #timer: ReturnType<typeof setTimeout> | undefined
  #closed = false

  constructor(jobId: string) {
    this.#id = jobId
    this.#worker = new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' })
    this.#bench = wrap<BenchApi>(this.#worker)
    this.#settings = shelf.get<MySettings>(`bench:${jobId}`) ?? {}
    this.#state = { snapshot: undefined, speed: shelf.get<Speed>('speed') ?? 4 }
  }

  readonly subscribe = (listener: () => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  readonly state = () => this.#state

  readonly open = async (job: Job) => {
    if (job === this.#job) return
    this.#job = job
    if (shelf.get(`bench:${this.#id}`) === undefined) this.#settings = asFound(job)
    this.#show(await this.#bench.open(job, this.#settings, this.#instant))
    if (job === this.#job) this.#show(await this.#bench.check())
  }

  /** Moves a switch, a thermostat or a lever by hand. */
  readonly set = async (part: string, state: string, value: StateValue) => {
    this.#settings = { ...this.#settings, [part]: { ...this.#settings[part], [state]: value } }
    shelf.put(`bench:${this.#id}`, this.#settings)
    this.#show(await this.#bench.set(part, state, value, this.#instant))
  }

  readonly setSpeed = async (speed: Speed) => {
    shelf.put('speed', speed)
    this.#state = { ...this.#state, speed }
    this.#tell()
    if (this.#instant) this.#show(await this.#bench.settle())
    else this.#goOn()
  }

  readonly read = (mode: Exclude<MeterMode, 'amps'>, from: string, to: string): Promise<PanelReading | string> =>
    this.#bench.read(mode, from, to)

  readonly clamp = (wire: string, turns: number): Promise<PanelReading | string> => this.#bench.clamp(wire, turns)

  /** Shows a moment that was; without one, the present. */
  readonly look = async (moment: number | undefined) => this.#show(await this.#bench.look(moment))

  /** Begins a new clock with everything as it stands. */
  readonly restart = async () => this.#show(await this.#bench.restart())

  readonly rungs = (): Promise<Rungs> => this.#bench.rungs()

  readonly timeline = (): Promise<Timeline> => this.#bench.timeline()

  readonly sequence = (zone: string): Promise<Sequence> => this.#bench.sequence(zone)

  readonly live = (): Promise<LiveTerminal[]> => this.#bench.live()

  readonly close = () => {
    this.#closed = true
    clearTimeout(this.#timer)
    this.#worker.terminate()
  }

  get #instant() {
    return this.#state.speed === 'instant'
  }

  #show(snapshot: Snapshot) {
    if (this.#closed) return
    this.#state = { ...this.#state, snapshot }
    this.#tell()
    this.#goOn()
  }

  #goOn() {
    clearTimeout(this.#timer)
    const { snapshot, speed } = this.#state
    if (!snapshot?.moving || speed === 'instant') return
    this.#timer = setTimeout(async () => this.#show(await this.#bench.advance(LOOK * speed)), LOOK * 1000)
  }

  #tell() {
    for (const listener of this.#listeners) listener()
  }
}

/** The calls a job was found with: where the bench starts before anyone has touched it. */
function asFound(job: Job): MySettings {
  const found: MySettings = {}
  for (const zone of Object.values(job.zones)) {
    const asking = zone.foundCalling ? askingOf(job, zone) : undefined
    if (asking) found[asking.part] = { ...found[asking.part], [asking.state]: asking.on }
  }
  return found
}
