import { type Mended, mendedIn } from '@civil-lantern/core'
import Router from '@koa/router'
import type { Entries } from '../store/entries.ts'
import type { Jobs } from '../store/jobs.ts'

/** What was put right on all jobs of the firm, those taken out left aside. */
export function firmRoutes(jobs: Jobs, entries: Entries) {
  const router = new Router({ prefix: '/api/firm' })

  router.get('/', async (ctx) => {
    const mended: Mended[] = []
    for (const id of await entries.jobsWith('repair'))
      try {
        const stored = await jobs.get(id)
        if (stored) mended.push(...mendedIn(id, stored.document, await entries.of(id)))
      } catch (error) {
        // A job that cannot be read costs its own repairs, and nobody else's; what is the matter with it stands in the server's log.
        ctx.app.emit('error', error, ctx)
      }
    ctx.body = { mended }
  })

  return router
}
