import { plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { type Entry, inOrder } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { entryInWords } from '../record/kinds/index.ts'
import { stageStandings } from './index.ts'
import type { StageId, StageStanding } from './stage.ts'

/** What the jobs board knows of a job without opening it. */
export interface JobSummary {
  /** Grows when what is summed up changes its meaning, so that older rows are summed up again. */
  readonly version: number
  readonly stages: Readonly<Record<StageId, Pick<StageStanding, 'at' | 'share' | 'findings'>>>
  /** The stage the work stands at, and what it says of itself. */
  readonly here: StageId
  readonly says: string
  readonly tone: 'fault' | 'well' | 'neutral'
  /** Complaints that are open and things on the wall that wait to be put back. */
  readonly waits: number
  /** Findings of every stage together. */
  readonly findings: number
  /** The latest thing anybody wrote down. */
  readonly last?: { readonly says: string; readonly by: string; readonly at: string }
  /** Where it is, as it is compared: jobs of one address are of one site. Empty where nobody wrote it down. */
  readonly site: string
  /** Everything a search may look for, in lower case. */
  readonly search: string
}

export const SUMMARY_VERSION = 3

/** What wants somebody first comes first. */
const URGENT: readonly StageId[] = ['find', 'prove', 'hookup', 'scheme', 'load']
/** The later a stage, the nearer the work is to its end. */
const ONWARD: readonly StageId[] = ['prove', 'hookup', 'load', 'scheme', 'survey']
const MOST_TEXT = 20_000

/**
 * Sums a job up for the board: a lamp for each stage, one sentence, the latest entry and what can be searched for.
 * @example summaryOf(document, []).says // "Wired, and no rule objects."
 */
export function summaryOf(document: Document, entries: readonly Entry[]): JobSummary {
  const standing = stageStandings(document, entries)
  const here = leading(standing)
  const { says, findings, at } = standing[here]
  const all = Object.values(standing)
  const gone = takenBack(entries)
  const job = plannedJob(document)
  const last = entries
    .filter(({ id, body }) => body.kind !== 'back' && !gone.has(id))
    .sort(inOrder)
    .at(-1)
  return {
    version: SUMMARY_VERSION,
    stages: Object.fromEntries(
      Object.entries(standing).map(([id, one]) => [
        id,
        { at: one.at, findings: one.findings, ...(one.share === undefined ? {} : { share: one.share }) },
      ]),
    ) as JobSummary['stages'],
    here,
    says,
    tone: findings > 0 ? 'fault' : at === 'done' && here !== 'survey' ? 'well' : 'neutral',
    waits: standing.find.findings + standing.hookup.findings,
    findings: all.reduce((sum, one) => sum + one.findings, 0),
    ...(last
      ? { last: { says: entryInWords(job, last.body, entries).slice(0, 200), by: last.by, at: last.clock } }
      : {}),
    site: document.site.address.trim().toLowerCase().replace(/\s+/g, ' '),
    search: searchText(document, entries),
  }
}

/** Where the work stands: at what has findings, at what is begun, at the last that is done. */
function leading(standing: Readonly<Record<StageId, StageStanding>>): StageId {
  return (
    URGENT.find((id) => standing[id].findings > 0) ??
    ONWARD.find((id) => standing[id].at === 'begun') ??
    ONWARD.find((id) => standing[id].at === 'done') ??
    'survey'
  )
}

function searchText(document: Document, entries: readonly Entry[]): string {
  const { title, task, site, survey, zones, places, planned } = document
  const words = [
    title,
    task,
    ...Object.values(site),
    survey.complaints,
    ...Object.values(zones).map(({ name }) => name),
    ...Object.values(places).map(({ name }) => name),
    ...Object.values(planned.parts).flatMap((part) => [part.label, kindOf(part)?.name ?? part.kind]),
    ...entries.flatMap(({ by, body }) => [by, ...Object.values(body).filter((value) => typeof value === 'string')]),
  ]
  return [...new Set(words)].join(' ').toLowerCase().slice(0, MOST_TEXT)
}
