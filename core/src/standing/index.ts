import { plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import { find } from './find.ts'
import { hookup } from './hookup.ts'
import { load } from './load.ts'
import { log } from './log.ts'
import { prove } from './prove.ts'
import { scheme } from './scheme.ts'
import type { StageId, StageStanding } from './stage.ts'
import { survey } from './survey.ts'

export type { StageId, StageStanding } from './stage.ts'

/** How far each stage has come, in the order of the work. One file each. */
export const standings: Readonly<Record<StageId, (document: Document, entries: readonly Entry[]) => StageStanding>> = {
  survey,
  scheme,
  load,
  hookup,
  prove,
  find,
  log,
}

/** How every stage of a job stands. */
export const stageStandings = (document: Document, entries: readonly Entry[]): Record<StageId, StageStanding> =>
  new Standings().of(document, entries)

/**
 * How the stages of one job stand while it is worked on. What is told of the plan alone is worked out again only where the
 * plan has become another: somebody writes down twenty readings in a row, and all rules hold what they held.
 */
export class Standings {
  #plan: string | undefined
  #ofPlan: Pick<Record<StageId, StageStanding>, 'survey' | 'scheme' | 'load'> | undefined

  of(document: Document, entries: readonly Entry[]): Record<StageId, StageStanding> {
    const plan = JSON.stringify(plannedJob(document))
    if (!this.#ofPlan || plan !== this.#plan) {
      this.#ofPlan = { survey: survey(document), scheme: scheme(document), load: load(document) }
      this.#plan = plan
    }
    return {
      ...this.#ofPlan,
      hookup: hookup(document, entries),
      prove: prove(document, entries),
      find: find(document, entries),
      log: log(document, entries),
    }
  }
}
