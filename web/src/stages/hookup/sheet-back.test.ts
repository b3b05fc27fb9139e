import { documentOf, noCircuit, plannedJob, runSheet } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { csv } from '../../base/csv.ts'
import { sheetRows } from './in-words.ts'
import { type SheetBack, sheetBack } from './sheet-back.ts'

const job = plannedJob(documentOf(demoJobs['kestrel-point']!()))
const { joins } = runSheet(job, { ...job, ...noCircuit() })

/** The sheet as it goes out, its last column filled in. */
const filled = (by: (i: number) => string, among = joins) =>
  csv(sheetRows(job, among).map((row, i) => (i === 0 ? row : row.with(-1, by(i - 1)))))
const read = (text: string, left = joins): SheetBack => {
  const back = sheetBack(text, left)
  if (typeof back === 'string') throw new Error(back)
  return back
}

describe('a run sheet that comes back', () => {
  it('says of each line whether it was done, whatever was written there', () => {
    const marks = ['x', 'Ash', '26.11.', 'yes']
    const { done, open, troubles } = read(filled((i) => marks[i] ?? ''))
    expect(done).toEqual(joins.slice(0, 4))
    expect(open).toBe(joins.length - 4)
    expect(troubles).toEqual([])
  })

  it.each(['no', 'No', '-', ' ', '0'])('"%s" is not done', (mark) => {
    expect(read(filled(() => mark)).done).toEqual([])
  })

  it('every line of it is known again, also from a spreadsheet that writes semicolons and a mark before the text', () => {
    expect(read(filled(() => 'x')).done).toEqual(joins)
    const other = `\uFEFF${filled(() => 'x').replaceAll(',', ';')}`
    expect(read(other).done.length).toBeGreaterThan(joins.length / 2)
  })

  it('one broken row keeps the others from nothing, and is named by its line', () => {
    const lines = filled(() => 'x').split('\r\n')
    lines[3] = 'torn'
    const { done, troubles } = read(lines.join('\r\n'))
    expect(done).toHaveLength(joins.length - 1)
    expect(troubles).toEqual(['Line 4 has too few columns.'])
  })

  it('what hangs meanwhile, hangs otherwise, or is of another job is said, and not landed twice', () => {
    const [first, second, ...rest] = joins
    const gone = read(
      filled(() => 'x'),
      rest,
    )
    expect(gone.done).toEqual(rest)
    expect(gone.troubles[0]).toBe(
      `Line 2: nothing is left to do to wire ${first!.label}. It hangs already, or is not of this job.`,
    )
    const elsewhere = { ...second!, ends: [second!.ends[1], second!.ends[0]] as const }
    expect(
      read(
        filled(() => 'x'),
        [elsewhere, ...rest],
      ).troubles.join(),
    ).toContain(`wire ${second!.label} goes from`)
    const twice = `${filled(() => 'x')}${filled(() => 'x').split('\r\n')[1]}\r\n`
    expect(read(twice).done).toHaveLength(joins.length)
    expect(read(twice).troubles).toHaveLength(1)
  })

  it('what is no run sheet is refused with what is missing', () => {
    expect(sheetBack('a,b\r\n1,2\r\n', joins)).toBe(
      'This is no run sheet: there is no column do, number, from, to, landed. Take the CSV from here, and fill in its last column.',
    )
    expect(sheetBack('\u0000\u0001', joins)).toContain('This is no run sheet')
    expect(sheetBack('do,number,from,to\r\n', joins)).toContain('no column landed')
  })
})
