import { customerReport, fullReport, wallPaper } from '@civil-lantern/core'
import Router from '@koa/router'
import { reportPdf } from '../paper/pdf.ts'
import { unknownJob } from '../refusal.ts'
import type { Entries } from '../store/entries.ts'
import type { Jobs } from '../store/jobs.ts'
import type { Photos } from '../store/photos.ts'

/** Papers by who reads them; the full report for anybody else. */
const papers: Readonly<Record<string, typeof fullReport>> = { customer: customerReport, wall: wallPaper }

/** What is printed of a job. */
export function paperRoutes(jobs: Jobs, entries: Entries, photos: Photos, now: () => string) {
  const router = new Router({ prefix: '/api/jobs/:id' })

  router.get('/report.pdf', async (ctx) => {
    const id = ctx.params.id!
    const job = await jobs.get(id)
    if (!job) throw unknownJob(id)
    const known = await entries.of(id)
    const reader = Object.hasOwn(papers, String(ctx.query.for)) ? String(ctx.query.for) : ''
    const report = (papers[reader] ?? fullReport)(job.document, known)
    ctx.type = 'application/pdf'
    ctx.set('content-disposition', `inline; filename="${id}${reader && `-${reader}`}.pdf"`)
    const pictures = await photos.of(
      id,
      report.pictures.map(({ file }) => file),
    )
    ctx.body = await reportPdf(report, pictures, `Made ${now().slice(0, 16).replace('T', ' ')} UTC`)
  })

  return router
}
