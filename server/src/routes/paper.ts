import { customerReport, fullReport } from '@civil-lantern/core'
import Router from '@koa/router'
import { reportPdf } from '../paper/pdf.ts'
import { unknownJob } from '../refusal.ts'
import type { Entries } from '../store/entries.ts'
import type { Jobs } from '../store/jobs.ts'
import type { Photos } from '../store/photos.ts'

/** What is printed of a job. */
export function paperRoutes(jobs: Jobs, entries: Entries, photos: Photos, now: () => string) {
  const router = new Router({ prefix: '/api/jobs/:id' })

  router.get('/report.pdf', async (ctx) => {
    const id = ctx.params.id!
    const job = await jobs.get(id)
    if (!job) throw unknownJob(id)
    const known = await entries.of(id)
    const customer = ctx.query.for === 'customer'
    const report = customer ? customerReport(job.document, known) : fullReport(job.document, known)
    ctx.type = 'application/pdf'
    ctx.set('content-disposition', `inline; filename="${id}${customer ? '-customer' : ''}.pdf"`)
    const pictures = await photos.of(
      id,
      report.pictures.map(({ file }) => file),
    )
    ctx.body = await reportPdf(report, pictures, `Made ${now().slice(0, 16).replace('T', ' ')} UTC`)
  })

  return router
}
