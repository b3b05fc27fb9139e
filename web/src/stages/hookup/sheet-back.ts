import type { Join } from '@civil-lantern/core'
import Papa from 'papaparse'

/** The columns that say which line of the sheet a row is, and the one that is filled in by hand. */
const NEEDED = ['do', 'number', 'from', 'to', 'landed'] as const
type Row = Readonly<Partial<Record<string, string>>>

/** What a filled-in sheet says: lines that were done, and rows nothing could be made of, each with why. */
export interface SheetBack {
  readonly done: readonly Join[]
  readonly troubles: readonly string[]
  /** Rows that nobody filled in. */
  readonly open: number
}

const NOT = ['', 'no', 'n', '-', '0', 'false']
const spot = ({ says, way }: Join['ends'][number]) => (way ? `${says} ${way}` : says)

/**
 * Reads a run sheet that was filled in on paper or in a spreadsheet: a row with anything in its last column was done. One bad
 * row keeps the others from nothing.
 *
 * @param text the file
 * @param joins what is still to be done
 * @returns a sentence where it is no such file at all
 */
export function sheetBack(text: string, joins: readonly Join[]): SheetBack | string {
  const { data, meta } = Papa.parse<Row>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (head) => head.trim().toLowerCase(),
    // What kept a spreadsheet from taking a cell for a formula was not in it before.
    transform: (cell) => cell.trim().replace(/^'(?=[=+\-@])/, ''),
  })
  const missing = NEEDED.filter((name) => !meta.fields?.includes(name))
  if (missing.length > 0)
    return `This is no run sheet: there is no column ${missing.join(', ')}. Take the CSV from here, and fill in its last column.`
  const left = new Set(joins)
  const done: Join[] = []
  const troubles: string[] = []
  let open = 0
  for (const [i, row] of data.entries()) {
    const line = `Line ${i + 2}`
    if (row.landed === undefined) {
      troubles.push(`${line} has too few columns.`)
      continue
    }
    if (NOT.includes(row.landed.toLowerCase())) {
      open++
      continue
    }
    const alike = [...left].filter(({ does, label }) => does === row.do && label === row.number)
    const join = alike.find(({ ends }) => spot(ends[0]) === row.from && spot(ends[1]) === row.to)
    if (join) {
      left.delete(join)
      done.push(join)
    } else if (alike.length > 0)
      troubles.push(
        `${line}: wire ${row.number} goes from ${spot(alike[0]!.ends[0])} to ${spot(alike[0]!.ends[1])} now, not as on that sheet.`,
      )
    else
      troubles.push(
        `${line}: nothing is left to do to wire ${row.number ?? ''}. It hangs already, or is not of this job.`,
      )
  }
  return { done, troubles, open }
}
