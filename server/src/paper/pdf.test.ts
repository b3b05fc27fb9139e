import { fullReport, type Report, wallPaper } from '@civil-lantern/core'
import { demoFiles } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { reportPdf } from './pdf.ts'

/** The words of an uncompressed PDF: its text stands in hexadecimal, cut where letters are moved together. */
function wordsIn(pdf: Buffer): string {
  const found: string[] = []
  for (const [, inside = ''] of pdf.toString('latin1').matchAll(/\[([^\]]*)\] TJ/g))
    found.push(
      [...inside.matchAll(/<([0-9a-f]*)>/g)].map(([, hex = '']) => Buffer.from(hex, 'hex').toString('latin1')).join(''),
    )
  return found.join(' ').replace(/\s+/g, ' ')
}
const pagesIn = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0

it.each(Object.entries(demoFiles))('%s: every reading of its log stands in its report', async (_id, make) => {
  const { document, entries } = make()
  const pdf = await reportPdf(fullReport(document, entries), [], 'Made today', false)
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  const words = wordsIn(pdf)
  expect(words).toContain(document.title.replaceAll('’', '\x92').slice(0, 12))
  const readings = entries.filter(({ body }) => body.kind === 'reading')
  for (const { body } of readings) expect(words).toContain(String(body.shows).replace('Ω', 'ohm'))
  const drawings = fullReport(document, entries).drawings ?? []
  expect(drawings.length).toBeGreaterThan(2)
  for (const { title } of drawings) expect(words).toContain(title.replaceAll('’', '\x92'))
})

it.each(Object.entries(demoFiles))(
  '%s: every line of its run sheet stands in the paper for the wall',
  async (_id, make) => {
    const { document } = make()
    const paper = wallPaper({ ...document, before: null }, [])
    const words = wordsIn(await reportPdf(paper, [], 'Made today', false))
    const rows = paper.sections.flatMap(({ heading, table }) => (heading === 'Run sheet' ? (table?.rows ?? []) : []))
    expect(rows).toHaveLength(Object.keys(document.planned.wires).length)
    // Each line begins with its number, what is done, and the number on the wire.
    for (const [no, does, wire] of rows) expect(words).toContain(` ${no} ${does} ${wire} `)
  },
)

it('a long table goes on over pages, each with the names of its columns; letters the face has not become words', async () => {
  const rows = Array.from({ length: 120 }, (_, i) => [
    `row ${i}`,
    'a line that is somewhat longer than its column is wide',
  ])
  const report: Report = {
    title: 'Tide mill',
    under: [],
    sections: [
      { heading: 'Readings, 4 Ω', lines: ['→ up 日'], table: { head: ['No.', 'Words'], rows, widths: [1, 2] } },
    ],
    pictures: [],
    foot: 'Tide mill',
  }
  const pdf = await reportPdf(report, [], 'today', false)
  const words = wordsIn(pdf)
  const pages = pagesIn(pdf)
  expect(pages).toBeGreaterThan(2)
  expect(words.match(/No\./g)).toHaveLength(pages)
  expect(words).toContain('row 119')
  expect(words).toContain('Readings, 4 ohm')
  expect(words).toContain(`page 1 of ${pages}`)
  expect(words).toContain('?')
})
