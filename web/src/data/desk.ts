import {
  type AskStand,
  beginningVisit,
  type Edit,
  type Entry,
  type Found,
  foundOf,
  type Job,
  makeEdit,
  movedByHand,
  nextEntry,
  noCircuit,
  openCases,
  plannedJob,
  type Stand,
  type StateValue,
  type Supposition,
  stampOf,
  takenBack,
  undoing,
} from '@civil-lantern/core'
import { Observable } from '../base/observable.ts'
import { newId, shelf } from '../base/shelf.ts'
import { api, type StandInAsk } from './api.ts'
import {
  aroundCircuit,
  assembled,
  type DeskState,
  devicesOf,
  hangAs,
  hung,
  openVisitIn,
  type Shows,
  withHand,
} from './desk-state.ts'
import { device } from './device.ts'
import type { EntryLog } from './entry-log.ts'
import { History, type Step, type Tried } from './history.ts'
import type { JobSession } from './job-session.ts'
import { letGo, type NotTaken, takenUp } from './not-taken.ts'

/** What entries are stamped with beside who and when. */
export interface Stamp {
  /** How the plant stood, where that is not how the bench stands. */
  readonly stand?: Stand
  /** The proof they belong to. */
  readonly proof?: string
  /** One more entry that names the others by their ids. */
  readonly binds?: (ids: readonly string[]) => Entry['body']
}

const nothing: Tried = { supposed: [], hands: {} }

/**
 * One person at one job: the document, what was entered, and what they try; the same hands edit the plan, write down the
 * wall, or try, by what is shown. One stack of undo for all of it.
 */
export class Desk extends Observable<DeskState> {
  readonly id: string
  readonly session: JobSession
  readonly log: EntryLog
  readonly #history: History
  /** How the bench stands, for what is entered; given by whoever runs the bench. */
  stand: () => Promise<Stand | undefined> = async () => undefined
  notice: (says: string) => void = () => undefined
  #tried: Tried
  #shows: Shows | undefined
  #held: (() => void) | undefined
  #plan: Job
  #found: Found
  readonly #leave: (() => void)[] = []

  constructor(session: JobSession, log: EntryLog) {
    const { document } = session.state()
    const { entries } = log.state()
    const plan = plannedJob(document)
    const found = hung(foundOf(document, entries), plan)
    const tried = shelf.get<Tried>(`tried:${session.id}`) ?? nothing
    const history = new History(session.id)
    super(assembled(session.state(), log.state(), { plan, found, tried, shows: undefined, history, asksWho: false }))
    this.id = session.id
    this.session = session
    this.log = log
    this.#history = history
    this.#tried = tried
    this.#plan = plan
    this.#found = found
    this.#leave.push(session.subscribe(this.#heard), log.subscribe(this.#heard))
  }

  readonly close = () => {
    for (const leave of this.#leave) leave()
    this.session.close()
    this.log.close()
  }

  /** Tries once more with what was not taken; where it does not fit even here, it stays aside. */
  readonly sendAgain = (one: NotTaken) => {
    if (one.what === 'entry') this.log.add([one.of as Entry])
    else if (!this.session.apply(one.of)) return
    void takenUp(this.session.box, this.id, one.id)
  }

  /** Lets go of what was not taken. */
  readonly letGo = (one: NotTaken) => void letGo(this.session.box, this.id, one.id)

  readonly show = (shows: Shows) => {
    this.#shows = shows
    this.#tell()
  }

  /**
   * A hand changes the job. What is no circuit is an edit of the document; the circuit is an edit of the plan while the plan
   * is shown, and entries of what is so on the wall while the wall is shown.
   */
  readonly edit = (name: string, recipe: (draft: Job) => void) => {
    const { shows, as, job } = this.state()
    const made = makeEdit(job, name, newId(), recipe)
    if (!made) return
    const moved = movedByHand(job, made.job)
    if (shows === 'tried' && moved.length > 0)
      return this.notice('What is tried is only supposed. Show planned or as found to change the circuit.')
    if (as === 'planned') return this.take(made.edit)
    const around = aroundCircuit(made.edit)
    if (around) this.take(around)
    const hung = makeEdit(this.#plan, name, newId(), (draft) => hangAs(draft, job, made.job))
    if (hung) this.take(hung.edit)
    if (moved.length > 0) this.enter(moved, name)
  }

  /** Takes in an edit of the document made elsewhere, such as wiring by a scheme. */
  readonly take = (edit: Edit) => {
    if (!this.session.apply(edit)) return
    this.#history.did({ is: 'edit', name: edit.name, edit })
    this.#tell()
  }

  /** Moves something on this person's bench. */
  readonly hand = (part: string, state: string, value: StateValue, name: string) =>
    this.try({ ...this.#tried, hands: withHand(this.#tried.hands, part, state, value) }, name)

  /** Supposes something, or supposes it no more. */
  readonly suppose = (supposition: Supposition, so: boolean, name: string) => {
    const others = this.#tried.supposed.filter(({ id }) => id !== supposition.id)
    this.try({ ...this.#tried, supposed: so ? [...others, supposition] : others }, name)
    if (so) this.show('tried')
  }

  /** What a person tries becomes this. */
  readonly try = (next: Tried, name: string) => {
    if (JSON.stringify(next) === JSON.stringify(this.#tried)) return
    this.#history.did({ is: 'trial', name, before: this.#tried, after: next })
    this.#tryOut(next)
  }

  /** A thing tried is so on the wall: it is written down for everybody, and is no trial any more. */
  readonly seeHand = (part: string, state: string, name: string) => {
    const value = this.#tried.hands[part]?.[state]
    if (value === undefined) return
    this.enter([{ kind: 'seen', what: 'hand', part, state, value }], name, () => {
      const { [state]: _, ...others } = this.#tried.hands[part] ?? {}
      this.#tryOut({ ...this.#tried, hands: { ...this.#tried.hands, [part]: others } })
    })
  }

  readonly seeSupposed = (supposition: Supposition, name: string) => {
    const lift = /^(wire:.+)\/lifted$/.exec(supposition.id)?.[1]
    const body = lift
      ? { kind: 'action', does: 'lift', of: lift }
      : { kind: 'seen', what: 'condition', is: supposition, so: true }
    this.enter([body], name, () =>
      this.#tryOut({ ...this.#tried, supposed: this.#tried.supposed.filter(({ id }) => id !== supposition.id) }),
    )
  }

  /** Writes something down that is so on the wall, or was done there. */
  readonly enter = (
    bodies: readonly Entry['body'][],
    name: string,
    then: () => void = () => undefined,
    stamp: Stamp = {},
  ) =>
    this.#named(async () => {
      const stand = stamp.stand ?? (await this.stand().catch(() => undefined))
      const ids = this.#add(bodies, stand, stamp.proof)
      if (stamp.binds) ids.push(...this.#add([stamp.binds(ids)], stand, stamp.proof))
      this.#history.did({ is: 'entry', name, ids })
      then()
      this.#tell()
    })

  /** Begins the first visit: from now on the wall is taken to have been like this. */
  readonly openVisit = (purpose: 'new work' | 'service' | 'tracing') =>
    this.#named(() => {
      const { document } = this.session.state()
      const { planned } = document
      const before = { 'new work': noCircuit(), service: planned, tracing: devicesOf(planned) }[purpose]
      const edit = beginningVisit(document, before, newId())
      if (edit) this.session.apply(edit)
      const of = purpose === 'new work' ? purpose : 'service'
      this.#add([{ kind: 'visit', does: 'opens', for: of, who: device.name }], undefined)
      this.#shows = 'found'
      this.#tell()
    })

  readonly undo = () => {
    const step = this.#history.undo
    const by = step && this.#backwards(step)
    if (!step || !by) return
    this.#history.undid(by)
    this.notice(`Undone: ${step.name}`)
    this.#tell()
  }

  readonly redo = () => {
    const step = this.#history.redo
    const by = step && this.#forwards(step)
    if (!step || !by) return
    this.#history.redid(by)
    this.notice(`Done again: ${step.name}`)
    this.#tell()
  }

  /** The name of whoever holds this device; what waited for it goes on. */
  readonly called = (name: string) => {
    device.call(name)
    const held = this.#held
    this.#held = undefined
    held?.()
    this.#tell()
  }

  readonly notCalled = () => {
    this.#held = undefined
    this.#tell()
  }

  #named(work: () => void) {
    if (device.name !== '') return work()
    this.#held = work
    this.#tell()
  }

  /**
   * Asks the stand-in wall instead of a real one: the server answers, and writes the answer down as the stand-in's.
   * @param body what would be written down, its answer left empty
   * @param lifted the terminal whose leads are off for it
   */
  readonly askStandIn = (body: Entry['body'], asked: StandInAsk, stand: AskStand, lifted?: string) =>
    this.#named(async () => {
      const entry = this.#made([body], stampOf(this.#plan, stand, lifted))[0]
      try {
        if (entry) await api.askStandIn(this.id, entry, asked, stand)
      } catch (error) {
        this.notice(error instanceof Error ? error.message : 'The stand-in does not answer.')
      }
      await this.log.look()
    })

  #add(bodies: readonly Entry['body'][], stand: Stand | undefined, proof?: string): string[] {
    const made = this.#made(bodies, stand, proof)
    this.log.add(made)
    return made.map(({ id }) => id)
  }

  #made(bodies: readonly Entry['body'][], stand: Stand | undefined, proof?: string): Entry[] {
    const { entries } = this.log.state()
    const made: Entry[] = []
    for (const body of bodies) {
      const known = [...entries, ...made]
      const visit = openVisitIn(known)
      // What is seen while a complaint is open is seen for its sake.
      const ofCase = openCases(known, takenBack(known)).at(-1)
      const maker = {
        id: newId(),
        by: device.name,
        device: device.id,
        clock: new Date().toISOString(),
        revision: this.session.state().revision,
        ...(visit ? { visit } : {}),
        ...(ofCase && body.does !== 'opened' ? { case: ofCase.id } : {}),
        ...(proof ? { proof } : {}),
      }
      made.push(nextEntry(maker, known, body, body.kind === 'reading' || body.kind === 'seen' ? stand : undefined))
    }
    return made
  }

  /** Undoes a step; returns what was done for it, so that it can be done again. */
  #backwards(step: Step): Step | undefined {
    if (step.is === 'edit') return this.session.apply(undoing(step.edit, newId())) ? step : undefined
    if (step.is === 'entry') return { ...step, ids: this.#takeBack(step.ids) }
    this.#tryOut(step.before)
    return step
  }

  #forwards(step: Step): Step | undefined {
    if (step.is === 'edit') {
      const edit = { ...step.edit, id: newId() }
      return this.session.apply(edit) ? { ...step, edit } : undefined
    }
    // A take-back that is taken back puts the entry in force again.
    if (step.is === 'entry') return { ...step, ids: this.#takeBack(step.ids) }
    this.#tryOut(step.after)
    return step
  }

  #takeBack(ids: readonly string[]): string[] {
    return this.#add(
      ids.map((of) => ({ kind: 'back', of })),
      undefined,
    )
  }

  #tryOut(next: Tried) {
    this.#tried = next
    shelf.put(`tried:${this.id}`, next)
    this.#tell()
  }

  readonly #heard = () => {
    const { document } = this.session.state()
    const { entries } = this.log.state()
    const before = this.state()
    if (document !== before.document) this.#plan = plannedJob(document)
    if (document !== before.document || entries !== before.entries)
      this.#found = hung(foundOf(document, entries), this.#plan)
    this.#tell()
  }

  #tell() {
    const own = {
      plan: this.#plan,
      found: this.#found,
      tried: this.#tried,
      shows: this.#shows,
      history: this.#history,
      asksWho: this.#held !== undefined,
    }
    this.become(assembled(this.session.state(), this.log.state(), own, this.state()))
  }
}
