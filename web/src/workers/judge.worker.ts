import {
  type Difference,
  deadMap,
  type Edit,
  type Finding,
  fixOf,
  fixOfDifference,
  type Job,
  type LiveTerminal,
  makeEdit,
  type Progress,
  type Proof,
  pathOf,
  prove,
  type Spot,
} from '@civil-lantern/core'
import { expose } from 'comlink'
import { newId } from '../base/shelf.ts'

type Told = (progress: Progress) => void | Promise<void>

/** Runs long work to its end, telling how far it is; whoever wants it to stop ends the worker. */
async function run<T>(work: Generator<Progress, T>, told: Told): Promise<T> {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
    await told(next.value)
  }
}

const edit = (job: Job, fix: { says: string; apply(draft: Job): void } | undefined): Edit | undefined =>
  fix && makeEdit(job, fix.says.slice(0, 120), newId(), fix.apply)?.edit

const judge = {
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
