import { bringList } from '../hookup/bring.ts'
import { runSheet } from '../hookup/run-sheet.ts'
import { noCircuit, plannedJob } from '../job/document.ts'
import type { Document, Job } from '../job/schema.ts'
import { terminalsInOrder } from '../parts/index.ts'
import type { Entry } from '../record/entry.ts'
import { foundOf } from '../record/found.ts'
import { labelOf, markingOf, terminalInWords } from '../words/words.ts'
import type { Report, ReportSection } from './report.ts'

const DOES = { lift: 'lift', move: 'move', land: 'land' } as const

/**
 * What goes to the wall on paper: the run sheet with a box to tick at each line, the terminal chart of every part, the labels
 * for both ends of each conductor, and what to bring.
 */
export function wallPaper(document: Document, entries: readonly Entry[]): Report {
  const planned = plannedJob(document)
  const wall = document.before === null ? { ...planned, ...noCircuit() } : foundOf(document, entries).job
  const sheet = runSheet(planned, wall)
  const { plan, joins, stays, of, unplanned } = sheet
  const cautions = [...new Set(joins.flatMap((join) => join.cautions))]
  return {
    title: `${document.title}: at the wall`,
    under: [
      document.site.address,
      joins.length === 0
        ? `All ${of} conductors hang as planned.`
        : `${stays} of ${of} hang as planned; ${joins.length} lines to do.`,
    ].filter(Boolean),
    sections: [
      {
        heading: 'Before a cover is opened',
        lines: [
          'Off, locked by your own lock, tester proven on a live source, every point tested, tester proven again. Only the lock and the tester count, never this paper.',
          ...cautions,
          'The local code stands over this paper; line voltage is for licensed or competent people.',
        ],
      },
      {
        heading: 'Run sheet',
        lines: joins.flatMap(({ notes }) => notes),
        table: {
          head: ['No.', 'Do', 'Wire', 'Colour', 'From', 'To', 'Done'],
          widths: [0.6, 0.8, 0.8, 1.3, 3, 3, 0.8],
          rows: joins.map(({ does, label, colour, sleeve, ends, now }, i) => [
            String(i + 1),
            DOES[does],
            label,
            sleeve ? `${colour}, sleeved ${sleeve}` : colour,
            does === 'lift' ? (now ?? '') : ends[0].says + (ends[0].way ? `, ${ends[0].way}` : ''),
            does === 'lift' ? 'end, insulate, label' : ends[1].says + (ends[1].way ? `, ${ends[1].way}` : ''),
            '[   ]',
          ]),
        },
      },
      { heading: 'Then taken out', lines: unplanned.map((part) => labelOf(wall, part)) },
      ...chart(plan),
      {
        heading: 'Labels, two of each',
        lines: [],
        table: {
          head: ['Label', 'One end', 'The other end'],
          widths: [1, 3, 3],
          rows: Object.values(plan.wires).map(({ label, from, to }) => [
            label,
            terminalInWords(plan, from.part, from.terminal),
            terminalInWords(plan, to.part, to.terminal),
          ]),
        },
      },
      {
        heading: 'What to bring',
        lines: bringList(sheet, wall).map(({ what, count, unit }) => `${count}${unit ? ` ${unit}` : ''}  ${what}`),
      },
    ].filter(({ lines, table }: ReportSection) => lines.length + (table?.rows.length ?? 0) > 0),
    pictures: [],
    foot: `${document.title}, at the wall`,
  }
}

/** Every terminal that bears something, part by part, with what lands on it. */
function chart(plan: Job): ReportSection[] {
  const rows = Object.entries(plan.parts).flatMap(([part, { kind, layout, place }]) =>
    terminalsInOrder({ kind, layout }).flatMap((terminal) => {
      const here = Object.values(plan.wires).filter(({ from, to }) =>
        [from, to].some((end) => end.part === part && end.terminal === terminal),
      )
      if (here.length === 0) return []
      const says = here.map(({ label, colour }) => `${label} ${colour}`).join(', ')
      return [[plan.places[place]?.name ?? '', labelOf(plan, part), markingOf(plan, part, terminal), says]]
    }),
  )
  return [
    {
      heading: 'Terminal chart',
      lines: [],
      table: { head: ['Place', 'Part', 'Terminal', 'Wires'], widths: [2, 2, 1, 3], rows },
    },
  ]
}
