import {
  type Difference,
  type Document,
  type Edit,
  type Entry,
  type ExpectedReading,
  type Finding,
  type Job,
  keyOf,
  type LiveTerminal,
  type MeasuredLoad,
  type Progress,
  type Proof,
  type RoomFor,
  type Script,
  type Spot,
  type Supposition,
} from '@civil-lantern/core'
import { proxy, type Remote, wrap } from 'comlink'
import { Observable } from '../base/observable.ts'
import type { Answered, JudgeApi, Morning, OfferedLoad, Question, Traced } from './judge.worker.ts'

export type Judged<T> =
  | { readonly at: 'idle' }
  | { readonly at: 'working'; readonly progress: Progress | undefined }
  | { readonly at: 'done'; readonly result: T }
  | { readonly at: 'cancelled' }
  | { readonly at: 'failed'; readonly why: string }

export interface JudgeState {
  readonly proof: Judged<Proof>
  readonly dead: Judged<readonly LiveTerminal[]>
  readonly load: Judged<OfferedLoad>
}

/** The page's side of long judgements: each runs in a worker of its own, which can be ended at any time. */
export class JudgeClient extends Observable<JudgeState> {
  readonly #workers = new Map<string, Worker>()
  #proven = ''
  #deadFor = ''
  #loadFor = ''
  #helper: Remote<JudgeApi> | undefined
  #finder: Remote<JudgeApi> | undefined

  #points = new WeakMap<Job, Promise<ExpectedReading[]>>()

  constructor() {
    super({ proof: { at: 'idle' }, dead: { at: 'idle' }, load: { at: 'idle' } })
  }

  /** Proves a job, unless what it was proven for is electrically the same. */
  readonly prove = (job: Job) => {
    const key = keyOf(job, [], {})
    if (key === this.#proven && this.state().proof.at !== 'idle') return
    this.#proven = key
    void this.#run('proof', (judge, told) => judge.prove(job, told))
  }

  /** Finds what can still bite with these switches open. */
  readonly lookForLive = (job: Job, open: readonly string[]) => {
    const key = `${keyOf(job, [], {})} ${open.join(' ')}`
    if (key === this.#deadFor && this.state().dead.at !== 'idle') return
    this.#deadFor = key
    void this.#run('dead', (judge, told) => judge.dead(job, open, told))
  }

  /** Studies the load of a job, unless that was done for what is electrically the same. */
  readonly weigh = (job: Job, wrong: readonly Supposition[]) => {
    const key = keyOf(job, wrong, {})
    if (key === this.#loadFor && this.state().load.at !== 'idle') return
    this.#loadFor = key
    void this.#run('load', (judge, told) => judge.load(job, wrong, told))
  }

  readonly cancel = (what: keyof JudgeState) => {
    this.#end(what)
    this.#set(what, { at: 'cancelled' })
  }

  /** Begins again where it was cancelled. */
  readonly again = (what: keyof JudgeState) => {
    if (what === 'proof') this.#proven = ''
    else if (what === 'dead') this.#deadFor = ''
    else this.#loadFor = ''
    this.#set(what, { at: 'idle' })
  }

  readonly fix = (job: Job, finding: Finding): Promise<Edit | undefined> => this.#help().fix(job, finding)

  /** Searches for what is wrong, in a worker of its own that keeps its tables. */
  readonly find = (question: Question, told: (share: number) => void): Promise<Answered> => {
    this.#finder ??= this.#start('finder')
    return this.#finder.find(question, proxy(told))
  }

  /** Why the last whole answer of the search is what it is; nothing where there is none for this plant. */
  readonly why = async (...asked: Parameters<JudgeApi['why']>) => this.#finder?.why(...asked)

  readonly morning = (
    job: Job,
    wrong: readonly Supposition[],
    order: readonly string[],
    apart: number,
  ): Promise<Morning[]> => this.#help().morning(job, wrong, order, apart)

  readonly room = (job: Job): Promise<RoomFor[]> => this.#help().room(job)

  /** Where a plan is to be proven dead, worked out once however many ask. */
  readonly deadPoints = (job: Job): Promise<ExpectedReading[]> => {
    const asked = this.#points.get(job) ?? this.#help().deadPoints(job)
    this.#points.set(job, asked)
    return asked
  }

  readonly script = (job: Job): Promise<Script> => this.#help().script(job)

  readonly trace = (document: Document, entries: readonly Entry[]): Promise<Traced> =>
    this.#help().trace(document, entries)

  readonly measured = (job: Job, entries: readonly Entry[]): Promise<MeasuredLoad> =>
    this.#help().measured(job, entries)

  readonly explain = (job: Job, difference: Difference): Promise<{ path: Spot[]; fix: Edit | undefined }> =>
    this.#help().explain(job, difference)

  readonly close = () => {
    for (const what of [...this.#workers.keys()]) this.#end(what)
    // Whoever asks again gets workers that answer.
    this.#helper = this.#finder = undefined
    this.#points = new WeakMap()
  }

  #help(): Remote<JudgeApi> {
    this.#helper ??= this.#start('helper')
    return this.#helper
  }

  async #run<K extends keyof JudgeState>(
    what: K,
    work: (judge: Remote<JudgeApi>, told: (progress: Progress) => void) => Promise<unknown>,
  ) {
    this.#end(what)
    this.#set(what, { at: 'working', progress: undefined })
    const judge = this.#start(what)
    const mine = this.#workers.get(what)
    const current = () => this.#workers.get(what) === mine
    try {
      const result = await work(
        judge,
        proxy((progress: Progress) => {
          if (current()) this.#set(what, { at: 'working', progress })
        }),
      )
      if (!current()) return
      this.#end(what)
      this.#set(what, { at: 'done', result })
    } catch (error) {
      if (!current()) return
      this.#end(what)
      this.#set(what, { at: 'failed', why: error instanceof Error ? error.message : String(error) })
    }
  }

  #start(what: string): Remote<JudgeApi> {
    const worker = new Worker(new URL('./judge.worker.ts', import.meta.url), { type: 'module' })
    this.#workers.set(what, worker)
    return wrap<JudgeApi>(worker)
  }

  #end(what: string) {
    this.#workers.get(what)?.terminate()
    this.#workers.delete(what)
  }

  #set(what: keyof JudgeState, value: JudgeState[keyof JudgeState] | { at: 'done'; result: unknown }) {
    this.become({ ...this.state(), [what]: value })
  }
}
