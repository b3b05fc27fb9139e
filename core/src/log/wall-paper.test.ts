import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { runSheet } from '../hookup/run-sheet.ts'
import { documentOf, noCircuit, plannedJob } from '../job/document.ts'
import type { Circuit } from '../job/schema.ts'
import { copyOf } from '../testing/benches.ts'
import { wallPaper } from './wall-paper.ts'

const job = kestrelPoint()
const table = (paper: ReturnType<typeof wallPaper>, heading: string) =>
  paper.sections.find((section) => section.heading === heading)?.table?.rows ?? []

describe('the paper for the wall', () => {
  const paper = wallPaper(documentOf(job, noCircuit()), [])

  it('has each line of the run sheet in its order, with a box for it, and the cautions before all', () => {
    const { joins } = runSheet(job, { ...job, ...noCircuit() })
    expect(table(paper, 'Run sheet').map(([no, , wire]) => [no, wire])).toEqual(
      joins.map(({ label }, i) => [String(i + 1), label]),
    )
    for (const row of table(paper, 'Run sheet')) expect(row.at(-1)).toBe('[   ]')
    expect(paper.sections[0]!.heading).toBe('Before a cover is opened')
    expect(paper.sections[0]!.lines.join(' ')).toMatch(/never this paper.*Line voltage: licensed/)
  })

  it('has every landed terminal once in its chart, with every conductor on it', () => {
    const rows = table(paper, 'Terminal chart')
    const ends = Object.values(job.wires).flatMap(({ from, to }) => [from, to])
    expect(rows).toHaveLength(new Set(ends.map(({ part, terminal }) => `${part}.${terminal}`)).size)
    expect(rows.reduce((sum, row) => sum + row[3]!.split(', ').length, 0)).toBe(ends.length)
    expect(table(paper, 'Labels, two of each')).toHaveLength(Object.keys(job.wires).length)
  })

  it('a job at whose wall nobody has been is all to do; one that hangs as planned has no lines', () => {
    expect(table(wallPaper(documentOf(job), []), 'Run sheet')).toHaveLength(Object.keys(job.wires).length)
    const done = wallPaper(documentOf(job, job), [])
    expect(table(done, 'Run sheet')).toEqual([])
    expect(done.under.at(-1)).toBe(`All ${Object.keys(job.wires).length} conductors hang as planned.`)
  })

  it('parts that are not planned are listed before anything is done, and what is brought is for what is to do', () => {
    const wall = copyOf(job)
    wall.parts.K9 = { kind: 'relay/single', label: 'Old relay', place: 'boiler' }
    wall.wires.old = { ...wall.wires.w1!, label: 'x9', from: { part: 'K9', terminal: 'a1' } }
    const linesOf = (before: Circuit, heading: string) =>
      wallPaper(documentOf(job, before), []).sections.find((one) => one.heading === heading)?.lines
    expect(linesOf(wall, 'Then taken out')).toEqual(['Old relay'])
    expect(linesOf(wall, 'What to bring')).toBeUndefined()
    expect(linesOf(job, 'Then taken out')).toBeUndefined()
    const missing = copyOf(job)
    delete missing.wires.w21
    expect(linesOf(missing, 'What to bring')).toEqual([expect.stringMatching(/^1 {2}lever connector, \d ways$/)])
  })

  it('what hangs and is not planned is lifted from where it is, and ended', () => {
    const wall = copyOf(job)
    wall.wires.extra = {
      ...wall.wires.w1!,
      from: { part: 'XF1', terminal: 'h' },
      to: { part: 'XF1', terminal: 'c' },
      label: 'x9',
    }
    const rows = table(wallPaper(documentOf(plannedJob(documentOf(job)), wall), []), 'Run sheet')
    expect(rows).toEqual([
      ['1', 'lift', 'x9', expect.any(String), 'Transformer R to Transformer C', 'end, insulate, label', '[   ]'],
    ])
  })
})
