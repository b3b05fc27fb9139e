import { Entry } from '@civil-lantern/core'
import { door } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import { Type } from 'typebox'
import { unknownJob } from '../refusal.ts'
import type { Entries } from '../store/entries.ts'
import type { Jobs } from '../store/jobs.ts'
import { body } from './body.ts'

const closed = { additionalProperties: false }
const someEntries = door(
  Type.Object(
    {
      entries: Type.Array(Type.Object({ id: Type.String({ pattern: '^[A-Za-z0-9_-]{8,64}$' }), body: Entry }, closed), {
        minItems: 1,
        maxItems: 200,
      }),
    },
    closed,
  ),
)

/** What was written down on a job: appended, never changed. */
export function entryRoutes(jobs: Jobs, entries: Entries) {
  const router = new Router({ prefix: '/api/jobs/:id/entries' })

  router.get('/', async (ctx) => {
    const id = ctx.params.id!
    if (!(await jobs.get(id))) throw unknownJob(id)
    ctx.body = { entries: await entries.of(id) }
  })

  router.post('/', async (ctx) => {
    const id = ctx.params.id!
    const { outcome } = await entries.append(id, body(someEntries, ctx).entries)
    if (outcome === 'unknown') throw unknownJob(id)
    ctx.body = { entries: await entries.of(id) }
  })

  return router
}
