import type { Drawing, Report, ReportTable, Shape } from '@civil-lantern/core'
import PDFDocument from 'pdfkit'
import type { Photo } from '../store/photos.ts'

const [MARGIN, SIZE] = [48, 10]

/** Letters the standard faces have not, in words they have. */
const plain = (text: string) =>
  text
    .replaceAll('Ω', 'ohm')
    .replaceAll('≈', 'about ')
    .replaceAll('→', ' to ')
    .replaceAll('−', '-')
    .replace(/[^\n\x20-\x7e\xa0-\xff\u2013\u2014\u2018\u2019\u201c\u201d\u2022\u2026\u20ac]/g, '?')

/**
 * A report as a PDF: A4, headings, paragraphs, tables that go on over pages, the page’s number and what it is of at its foot.
 * @param pictures those it names that are here
 * @param made when it was made, in words
 */
export function reportPdf(report: Report, pictures: readonly Photo[], made: string, compress = true): Promise<Buffer> {
  const pdf = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    compress,
    info: { Title: plain(report.title), Creator: 'Civil Lantern' },
  })
  const chunks: Buffer[] = []
  pdf.on('data', (chunk: Buffer) => chunks.push(chunk))
  const done = new Promise<Buffer>((made, failed) => {
    pdf.on('end', () => made(Buffer.concat(chunks)))
    pdf.on('error', failed)
  })
  pdf.font('Helvetica-Bold').fontSize(18).text(plain(report.title))
  pdf.font('Helvetica').fontSize(SIZE)
  for (const line of [...report.under, made]) pdf.text(plain(line))
  for (const { heading, lines, table } of report.sections) {
    room(pdf, 60)
    pdf.moveDown(0.9).font('Helvetica-Bold').fontSize(12.5).text(plain(heading)).font('Helvetica').fontSize(SIZE)
    pdf.moveDown(0.2)
    for (const line of lines) pdf.text(plain(line), { paragraphGap: 2.5 })
    if (table && table.rows.length > 0) tableIn(pdf, table)
  }
  for (const drawing of report.drawings ?? []) drawingIn(pdf, drawing)
  picturesIn(pdf, report, new Map(pictures.map((one) => [one.hash, one.bytes])))
  const { count } = pdf.bufferedPageRange()
  for (let page = 0; page < count; page++) {
    pdf.switchToPage(page)
    // The foot lies in the margin, where text would otherwise begin a new page.
    const { bottom } = pdf.page.margins
    pdf.page.margins.bottom = 0
    pdf
      .fontSize(8)
      .text(plain(`${report.foot}, page ${page + 1} of ${count}`), MARGIN, pdf.page.height - 32, { lineBreak: false })
    pdf.page.margins.bottom = bottom
  }
  pdf.end()
  return done
}

type Pdf = InstanceType<typeof PDFDocument>

const bottomOf = (pdf: Pdf) => pdf.page.height - MARGIN

function room(pdf: Pdf, height: number) {
  if (pdf.y + height > bottomOf(pdf)) pdf.addPage()
}

/** Where text stands beside its point: the middle of its letters is below their base line. */
const ascent = 0.72

/** A drawing as wide as the page at most, whole on one page, with its title above it. */
function drawingIn(pdf: Pdf, { title, width, height, shapes }: Drawing) {
  const wide = pdf.page.width - 2 * MARGIN
  const scale = Math.min(LARGEST_SCALE, wide / width, (bottomOf(pdf) - MARGIN - TITLE) / height)
  room(pdf, height * scale + TITLE)
  pdf.moveDown(0.6).font('Helvetica-Bold').fontSize(11).text(plain(title)).font('Helvetica')
  const top = pdf.y + 4
  pdf.save().translate(MARGIN, top).scale(scale).strokeColor(INK).fillColor(INK)
  for (const shape of shapes) shapeIn[shape.is](pdf, shape as never)
  pdf.restore().fillColor('black').font('Helvetica').fontSize(SIZE)
  pdf.x = MARGIN
  pdf.y = top + height * scale + 6
}

const INK = '#17242c'
const TITLE = 34
/** Its letters are those of a table at this size, and two ladders stand on a page. */
const LARGEST_SCALE = 0.72

const shapeIn: { readonly [Is in Shape['is']]: (pdf: Pdf, shape: Extract<Shape, { is: Is }>) => void } = {
  line(pdf, { points: [first, ...rest], width }) {
    if (!first) return
    pdf.moveTo(first[0], first[1])
    for (const [x, y] of rest) pdf.lineTo(x, y)
    pdf.lineWidth(width).stroke()
  },
  circle: (pdf, { x, y, r }) => pdf.lineWidth(1.6).circle(x, y, r).fillAndStroke('white', INK).fillColor(INK),
  box: (pdf, { x, y, width, height, round }) =>
    pdf.lineWidth(1.6).roundedRect(x, y, width, height, round).fillAndStroke('white', INK).fillColor(INK),
  text(pdf, { x, y, size, anchor, bold, says }) {
    const text = plain(says)
    pdf.font(bold ? 'Helvetica-Bold' : 'Helvetica').fontSize(size)
    const left = anchor === 'start' ? 0 : pdf.widthOfString(text) * (anchor === 'end' ? 1 : 0.5)
    pdf.text(text, x - left, y - size * ascent, { lineBreak: false })
  },
}

const PICTURE = 260

/** The pictures of a report, each with what it shows; one that is not here, or cannot be drawn, says so. */
function picturesIn(pdf: Pdf, { pictures }: Report, bytes: ReadonlyMap<string, Buffer>) {
  if (pictures.length === 0) return
  room(pdf, PICTURE + 80)
  pdf.moveDown(0.9).font('Helvetica-Bold').fontSize(12.5).text('Pictures').font('Helvetica').fontSize(SIZE)
  for (const { file, says } of pictures) {
    room(pdf, PICTURE + 40)
    pdf.moveDown(0.4).text(plain(says))
    const picture = bytes.get(file)
    try {
      if (!picture) throw new Error('not here')
      const y = pdf.y + 4
      pdf.image(picture, MARGIN, y, { fit: [pdf.page.width - 2 * MARGIN, PICTURE] })
      pdf.x = MARGIN
      pdf.y = y + PICTURE + 6
    } catch {
      pdf.text('(This picture is not on the server, or cannot be drawn.)')
    }
  }
}

function tableIn(pdf: Pdf, { head, rows, widths }: ReportTable) {
  const all = pdf.page.width - 2 * MARGIN
  const sum = widths.reduce((a, b) => a + b, 0)
  const spans = widths.map((width) => (all * width) / sum)
  const row = (cells: readonly string[], bold: boolean) => {
    pdf.font(bold ? 'Helvetica-Bold' : 'Helvetica').fontSize(8.5)
    const texts = cells.map(plain)
    const height = Math.max(...texts.map((text, i) => pdf.heightOfString(text || ' ', { width: spans[i]! - 6 }))) + 5
    const before = pdf.page
    room(pdf, height)
    // A page that begins within a table begins with the names of its columns.
    if (pdf.page !== before && !bold) row(head, true)
    pdf.font(bold ? 'Helvetica-Bold' : 'Helvetica').fontSize(8.5)
    const y = pdf.y
    let x = MARGIN
    for (const [i, text] of texts.entries()) {
      pdf.text(text, x, y, { width: spans[i]! - 6, height })
      x += spans[i]!
    }
    pdf
      .moveTo(MARGIN, y + height - 2.5)
      .lineTo(MARGIN + all, y + height - 2.5)
      .lineWidth(0.4)
      .strokeColor('#b8b2a4')
      .stroke()
    pdf.x = MARGIN
    pdf.y = y + height
  }
  pdf.moveDown(0.3)
  row(head, true)
  for (const cells of rows) row(cells, false)
  pdf.font('Helvetica').fontSize(SIZE)
}
