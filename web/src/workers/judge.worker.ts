import {
  type Ask,
  type Compared,
  comparedWithFixed,
  type Difference,
  type Document,
  deadMap,
  deadReads,
  type Edit,
  type Entry,
  type Evidence,
  type ExpectedReading,
  evidenceOf,
  Finder,
  type Finding,
  type Findings,
  type FirmRow,
  fixedOrder,
  fixOf,
  fixOfDifference,
  inReach,
  type Job,
  type LiveTerminal,
  LoadBench,
  type LoadStudy,
  type Means,
  type MeasuredLoad,
  type Mend,
  type Moment,
  makeEdit,
  measuredLoad,
  namedAs,
  type Progress,
  type Proof,
  pathOf,
  prove,
  type RoomFor,
  roomFor,
  roundFor,
  type Script,
  type Seen,
  type SourceRound,
  type Spot,
  type Strip,
  type Supposition,
  scriptOf,
  studyLoad,
  type Tracing,
  tracingOf,
  type Why,
  withComplaint,
} from '@civil-lantern/core'
import { expose } from 'comlink'
import { newId } from '../base/shelf.ts'

type Told = (progress: Progress) => void | Promise<void>

/** Runs long work to its end, telling how far it is; whoever wants it to stop ends the worker. */
async function run<P, T>(work: Generator<P, T>, told: (progress: P) => void | Promise<void>): Promise<T> {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
    await told(next.value)
  }
}

const edit = (job: Job, fix: { says: string; apply(draft: Job): void } | undefined): Edit | undefined =>
  fix && makeEdit(job, fix.says.slice(0, 120), newId(), fix.apply)?.edit

/** What may mend the load, with the edit that applies it instead of the whole job it leads to. */
export interface OfferedMend extends Omit<Mend, 'job'> {
  readonly edit?: Edit
}
export interface OfferedLoad extends Omit<LoadStudy, 'mends'> {
  readonly mends: readonly OfferedMend[]
}

function offered(job: Job, { job: next, ...mend }: Mend): OfferedMend {
  const made =
    next &&
    edit(job, {
      says: mend.name,
      apply(draft) {
        // What hangs on the wall keeps the number that is written on it.
        const { parts, cables, wires, wired, zones, scheme, survey } = namedAs(job, next)
        Object.assign(draft, {
          parts,
          cables,
          wires,
          zones,
          survey,
          ...(wired ? { wired } : {}),
          ...(scheme ? { scheme } : {}),
        })
      },
    })
  return made ? { ...mend, edit: made } : mend
}

/** What one transformer carries through a morning. */
export interface Morning {
  readonly part: string
  readonly rated: number
  readonly moments: readonly Moment[]
}

/** What a search is asked: the plant as found, the log, the complaint, and where the technician stands. */
export interface Question {
  readonly key: string
  readonly job: Job
  readonly base: readonly Supposition[]
  /** What the firm put right so far, where it is to move the weights. */
  readonly firm: readonly FirmRow[]
  /** What is told of when it began. */
  readonly began: string | undefined
  readonly entries: readonly Entry[]
  readonly ofCase: string
  readonly cold: readonly string[]
  readonly place: string | undefined
  /** Where they would rather begin. */
  readonly begin: string | undefined
  /** Asks that somebody could not do. */
  readonly refused: readonly string[]
  /** What whoever asks has, and may do. */
  readonly means: Means
  /** A first thing to ask, while the rest is worked out. */
  readonly quick: boolean
}

export interface Answered {
  readonly found: Findings
  readonly seen: readonly Seen[]
  /** All that counts: what was seen, and before it the complaint itself. */
  readonly evidence: readonly Evidence[]
  readonly asks: readonly Ask[]
  /** The copper of what may be asked next, by the id of the ask. */
  readonly strips: ReadonlyMap<string, Strip>
}

/** What is known of a wall's conductors. */
export type Traced = Pick<Tracing, 'ends' | 'misfits' | 'odd' | 'missing' | 'beep'> & {
  /** What to read with one thing switched off, for who may. */
  readonly round: SourceRound | undefined
}

let questions = 0
let finder: { readonly key: string; readonly finder: Finder } | undefined
/** What the last whole answer was told from. */
let asked: readonly Evidence[] = []

const judge = {
  load: async (job: Job, wrong: readonly Supposition[], told: Told): Promise<OfferedLoad> => {
    const study = await run(studyLoad(job, wrong), told)
    return { ...study, mends: study.mends.map((mend) => offered(job, mend)) }
  },
  /** What may be wrong after what the log has on a complaint, and what to ask next; tables are kept for the same plant. */
  find: async (question: Question, told: (share: number) => void | Promise<void>): Promise<Answered> => {
    const { key, job, base, firm, began, entries, ofCase, cold, place, begin, refused, means, quick } = question
    if (finder?.key !== key) finder = { key, finder: new Finder(job, base) }
    const at = finder.finder
    at.weigh({ firm, told: began })
    const mine = ++questions
    const may = inReach(means)
    const seen = evidenceOf(entries, ofCase, at.asks)
    const evidence = withComplaint(cold, seen)
    const found = await run(
      at.find(cold, evidence, {
        place,
        begin,
        offers: (ask) => !refused.includes(ask.id) && may(ask),
        quick,
      }),
      // What is asked anew takes the place of what was asked before, and goes on with what that had worked out.
      (share) => {
        if (mine !== questions) throw new Error('Another question was asked in between.')
        return told(share)
      },
    )
    if (!quick) asked = evidence
    const strips = new Map<string, Strip>()
    for (const { ask } of [...(found.next ? [found.next] : []), ...found.here, ...found.others]) {
      const strip = at.drawn(ask)
      if (strip) strips.set(ask.id, strip)
    }
    return { found, seen, evidence, asks: at.asks, strips }
  },
  /** Why the last whole answer is what it is; nothing where another plant was asked of since. */
  why: (key: string, job: Job, cold: readonly string[]): (Why & { readonly compared: Compared }) | undefined => {
    if (finder?.key !== key) return undefined
    const at = finder.finder
    return { ...at.why(asked), compared: comparedWithFixed(at, fixedOrder(at, job, cold), asked) }
  },
  /** A morning: zones that call in this order, so many seconds apart. */
  morning: (job: Job, wrong: readonly Supposition[], order: readonly string[], apart: number): Morning[] => {
    const bench = new LoadBench(job, wrong)
    const seen = bench.run(order, apart)
    return bench.sources.map(({ part, rated }) => ({ part, rated, moments: seen.get(part)! }))
  },
  /** How many more valves of each kind fit. */
  room: (job: Job): Promise<RoomFor[]> => run(roomFor(job), () => undefined),
  /** Where a plant is to be proven dead. */
  deadPoints: (job: Job): ExpectedReading[] => deadReads(job),
  /** The commissioning script of a job. */
  script: (job: Job): Script => scriptOf(job),
  /** Where conductors lead that nobody has followed, and what to beep next. */
  trace: (document: Document, entries: readonly Entry[]): Traced => {
    const tracing = tracingOf(document, entries)
    const { ends, misfits, odd, missing, beep } = tracing
    return { ends, misfits, odd, missing, beep, round: roundFor(tracing) }
  },
  measured: (job: Job, entries: readonly Entry[]): MeasuredLoad => measuredLoad(job, entries),
  prove: (job: Job, told: Told): Promise<Proof> => run(prove(job), told),
  dead: (job: Job, open: readonly string[], told: Told): Promise<LiveTerminal[]> => run(deadMap(job, open), told),
  /** The edit that puts a finding right, tried before it is offered. */
  fix: (job: Job, finding: Finding): Edit | undefined => edit(job, fixOf(job, finding)),
  /** The way that explains a difference, and the edit that puts it right. */
  explain: (job: Job, difference: Difference): { path: Spot[]; fix: Edit | undefined } => ({
    path: pathOf(job, difference),
    fix: edit(job, fixOfDifference(job, difference)),
  }),
}

export type JudgeApi = typeof judge
expose(judge)
