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
export const stageStandings = (document: Document, entries: readonly Entry[]): Record<StageId, StageStanding> => ({
  survey: survey(document, entries),
  scheme: scheme(document, entries),
  load: load(document, entries),
  hookup: hookup(document, entries),
  prove: prove(document, entries),
  find: find(document, entries),
  log: log(document, entries),
})
