import { findingsOf, openFindings } from '../checks/index.ts'
import { compare } from '../compare/compare.ts'
import { plannedJob } from '../job/document.ts'
import { mains } from '../job/practice.ts'
import type { Document, Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'
import { proofsIn } from '../prove/proofs.ts'
import { type Entry, inOrder } from '../record/entry.ts'
import { foundOf, takenBack } from '../record/found.ts'
import { openCases } from '../record/kinds/case.ts'
import { inHours } from '../record/kinds/hours.ts'
import { entryInWords } from '../record/kinds/index.ts'
import { leftBehind } from '../record/left-behind.ts'
import { standInWords } from '../record/stand-in-words.ts'
import { schemeCalled } from '../schemes/index.ts'
import type { Drawing } from './drawings/drawing.ts'
import { drawingsOf } from './drawings/index.ts'
import { feedsInWords } from './feeds-in-words.ts'
import { hoursIn } from './hours.ts'

export interface ReportTable {
  readonly head: readonly string[]
  readonly rows: readonly (readonly string[])[]
  /** How wide each column is beside the others. */
  readonly widths: readonly number[]
}

export interface ReportSection {
  readonly heading: string
  readonly lines: readonly string[]
  readonly table?: ReportTable
}

export interface Report {
  readonly title: string
  readonly under: readonly string[]
  readonly sections: readonly ReportSection[]
  /** Pictures at its end, by the hash of their bytes, with what they show. */
  readonly pictures: readonly { readonly file: string; readonly says: string }[]
  /** Loops and ladders as they are drawn on paper. */
  readonly drawings?: readonly Drawing[]
  readonly foot: string
}

const when = (clock: string) => (clock.startsWith('1970') ? 'before the log' : clock.slice(0, 16).replace('T', ' '))
const section = (heading: string, lines: readonly string[], table?: ReportTable): ReportSection[] =>
  lines.length === 0 && (table?.rows.length ?? 0) === 0 ? [] : [{ heading, lines, ...(table ? { table } : {}) }]

const CAUTIONS = [
  'Line voltage, gas, oil and combustion controls are for licensed or competent people under the local code. Where this paper and the code differ, the code stands.',
  'A box with 24 V in it holds line voltage too. Off, locked and proven dead with a proven tester before a cover inside is opened.',
  'Readings are what was measured on the wall. What a program computes is called expected, and is never a reading.',
]
const REGION: Readonly<Record<Document['practice'], string>> = {
  '120':
    'Limited-energy circuits stay at or under 100 VA; permits and inspection are those of the authority on the spot.',
  '230': 'Isolation is double-pole and fused; work that must be notified is notified by those who may certify it.',
}

/** Everything the next technician needs: what was found and done, every reading, the proof, what is still open. */
export function fullReport(document: Document, entries: readonly Entry[]): Report {
  const plan = plannedJob(document)
  const gone = takenBack(entries)
  const told = entries.filter(({ id, body }) => body.kind !== 'back' && !gone.has(id)).toSorted(inOrder)
  const found = foundOf(document, entries)
  const job = document.before === null ? plan : found.job
  const named = { ...plan, parts: { ...plan.parts, ...found.job.parts }, wires: { ...plan.wires, ...found.job.wires } }
  const says = (entry: Entry) => entryInWords(named, entry.body, entries)
  const of = (...kinds: string[]) => told.filter(({ body }) => kinds.includes(body.kind))
  const findings = openFindings(job, findingsOf(job, document.before === null ? [] : found.supposed))
  const apart = document.before === null ? [] : compare(plan, found.job).changes.filter(({ electrical }) => electrical)
  const scheme = document.scheme ? (schemeCalled(document.scheme.id)?.name ?? document.scheme.id) : 'not wired yet'
  const boiler = document.survey.boiler.kind
  const proofs = proofsIn(entries)
  const landed = of('landed').length
  const left = leftBehind(document, entries)
  return {
    title: document.title,
    under: headOf(document),
    sections: [
      ...section('The plant', [
        `${Object.keys(document.zones).length} zones, ${mains(document.practice).volts} V practice, wired: ${scheme}.`,
        `Boiler: ${boiler === '' ? 'none here' : nameOf(plan, boiler)}. ${Object.keys(plan.parts).length === 0 ? '' : feedsInWords(plan)}`.trim(),
        ...zonesInOrder(plan).map(
          ({ number, name, place, thermostatKind, valveKind }) =>
            `${number} ${name}, ${plan.places[place]?.name ?? ''}: ${nameOf(plan, thermostatKind)}; ${valveKind === '' ? 'no valve' : nameOf(plan, valveKind)}`,
        ),
      ]),
      ...section('What was complained of', casesIn(entries, gone)),
      ...section('What was found', [
        ...findings.map(({ says: finding }) => finding),
        ...apart.map(({ says: change }) => `On the wall, not as planned: ${change}.`),
        ...of('seen').map((entry) => `${when(entry.clock)} ${entry.by}: ${says(entry)}`),
      ]),
      ...section('What was done', [
        ...(landed > 0 ? [`${landed} conductors landed.`] : []),
        ...of('repair', 'part', 'action', 'power', 'dead', 'visit').map(
          (entry) => `${when(entry.clock)} ${entry.by}: ${says(entry)}`,
        ),
      ]),
      ...section('Readings', [], {
        head: ['When', 'Who', 'Where', 'Reading', 'How it stood'],
        widths: [1.5, 1, 3, 1.1, 2.4],
        rows: of('reading').map((entry) => {
          const { from, to, shows, mode, turns } = entry.body
          const at = (end: unknown) => (typeof end === 'object' && end && 'says' in end ? String(end.says) : '')
          return [
            when(entry.clock),
            `${entry.by}${entry.source === 'wall' ? '' : ` (${entry.source})`}`,
            mode === 'amps' ? `clamp at ${at(from)}` : `${at(from)} to ${at(to)}`,
            `${String(shows)}${turns ? `, ${String(turns)} turns` : ''}`,
            entry.stand ? standInWords(named, entry.stand).join('; ') : '',
          ]
        }),
      }),
      ...proofs.flatMap((run) =>
        section(
          run.for === 'whole' ? 'Proof' : run.for === 'closing' ? 'Closing check' : 'Check of what was changed',
          [
            run.signed
              ? `Signed by ${String(run.signed.body.name)}, ${when(run.signed.clock)}; meter ${String(run.signed.body.meter) || 'not named'}${run.signed.body.calibrated ? `, calibrated ${String(run.signed.body.calibrated)}` : ''}.`
              : `Not signed: ${run.outcomes.size} of ${run.steps.length} steps done.`,
            ...((run.signed?.body.notCovered as string[] | undefined)?.length
              ? [`Not covered: ${(run.signed!.body.notCovered as string[]).join('; ')}.`]
              : []),
          ],
          {
            head: ['Step', 'Outcome', 'Who', 'Otherwise'],
            widths: [3, 1.5, 1, 3],
            rows: run.steps.flatMap((step) => {
              const one = run.outcomes.get(step)
              return one ? [[one.name, OUTCOMES[one.outcome], one.entry.by, one.otherwise.join('; ')]] : []
            }),
          },
        ),
      ),
      ...section('Still open', [
        ...left.open.map((one) => `Put back before leaving: ${one}.`),
        ...left.wrong.map((one) => `Still so: ${one}.`),
        ...left.moved.map((one) => `Stands so: ${one}.`),
        ...openCases(entries, gone).map(({ body }) => `Complaint not closed: ${String(body.complaint)}`),
      ]),
      ...section(
        'Notes',
        of('note').map((entry) => `${when(entry.clock)} ${entry.by}: ${says(entry)}`),
      ),
      ...section(
        'Hours',
        hoursIn(entries).map(({ activity, minutes }) => `${activity}: ${inHours(minutes)}`),
      ),
      { heading: 'Cautions', lines: [...CAUTIONS, REGION[document.practice]] },
    ],
    // A leaflet is a paper of its own.
    pictures: of('photo')
      .filter(({ body }) => body.paper === undefined)
      .map((entry) => ({
        file: String(entry.body.file),
        says: `${when(entry.clock)} ${entry.by}: ${says(entry)}`,
      })),
    drawings: drawingsOf(job),
    foot: `${document.title}, full report`,
  }
}

/** What a kind is called: the user's own name for it, or the catalogue's. */
const nameOf = (job: Job, kind: string) => job.ownKinds?.[kind]?.name ?? kindOf({ kind })?.name ?? kind

const OUTCOMES = { pass: 'as expected', fail: 'not as expected', 'could not': 'could not be done' } as const

function headOf({ task, site, practice }: Document): string[] {
  return [task, site.address, site.contact, `${practice} V practice`].filter(Boolean)
}

/** Complaints with what they turned out to be. */
function casesIn(entries: readonly Entry[], gone: ReadonlySet<string>): string[] {
  const cases = entries.filter(({ id, body }) => body.kind === 'case' && !gone.has(id)).toSorted(inOrder)
  return cases.flatMap(({ id, body, clock }) => {
    if (body.does !== 'opened') return []
    const end = cases.find((one) => one.body.does === 'closed' && one.case === id)
    const cause = end ? (end.body.cause ? ` It was: ${String(end.body.cause)}.` : ' Closed.') : ' Still open.'
    return [`${when(clock)}: ${String(body.complaint)}.${cause}`.replace('..', '.')]
  })
}

/** A page for the customer, in plain words: what they said, what it was, what was done, what to look out for. */
export function customerReport(document: Document, entries: readonly Entry[]): Report {
  const gone = takenBack(entries)
  const told = entries.filter(({ id, body }) => body.kind !== 'back' && !gone.has(id)).toSorted(inOrder)
  const repairs = told.filter(({ body }) => body.kind === 'repair')
  const signed = proofsIn(entries).findLast((run) => run.signed)
  const open = openCases(entries, gone)
  const how: Readonly<Record<string, string>> = {
    replace: 'replaced',
    remake: 'joined anew',
    move: 'put right',
    set: 'set right',
    'switch on': 'switched on',
  }
  return {
    title: document.title,
    under: headOf(document).slice(0, 2),
    sections: [
      ...section('What you told us', casesIn(entries, gone)),
      ...section(
        'What we did',
        repairs.length > 0
          ? repairs.map(({ body }) => `${String(body.says)}: ${how[String(body.does)] ?? String(body.does)}.`)
          : ['We measured and looked; nothing was replaced.'],
      ),
      ...section('How it stands', [
        signed
          ? `Every zone was called by itself and together with others and did as it should: ${signed.passed} of ${signed.steps.length} steps, signed by ${String(signed.signed!.body.name)}.`
          : 'It has not been proven as a whole yet.',
        ...(open.length > 0 ? [`Not finished: ${open.map(({ body }) => String(body.complaint)).join('; ')}`] : []),
      ]),
      {
        heading: 'Good to know',
        lines: [
          'A valve takes a minute or so to open, and a room some hours to get warm. Some delay is built in on purpose.',
          'Do not open covers: there is line voltage behind them. Do not press a red reset button more than once; call us.',
        ],
      },
    ],
    pictures: [],
    foot: `${document.title}, for the customer`,
  }
}
