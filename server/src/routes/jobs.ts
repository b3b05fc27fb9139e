import { EditSchema } from '@civil-lantern/core'
import { door, validateJob, writeJob } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import { Type } from 'typebox'
import { Refusal, unknownJob } from '../refusal.ts'
import type { Jobs } from '../store/jobs.ts'
import { body } from './body.ts'

const closed = { additionalProperties: false }
const JobId = Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,63}$' })

const newJob = door(Type.Object({ id: JobId, document: Type.Unknown() }, closed))
const someEdits = door(
  Type.Object(
    { revision: Type.Integer({ minimum: 1 }), edits: Type.Array(EditSchema, { minItems: 1, maxItems: 500 }) },
    closed,
  ),
)

/** The jobs board and one job's document. */
export function jobRoutes(jobs: Jobs) {
  const router = new Router({ prefix: '/api/jobs' })

  router.get('/', async (ctx) => {
    ctx.body = { jobs: await jobs.list() }
  })

  router.post('/', async (ctx) => {
    const { id, document } = body(newJob, ctx)
    const whole = validateJob(document)
    if (!whole.ok) throw new Refusal(400, ...whole.failures)
    const { job, made } = await jobs.add(id, whole.value)
    ctx.status = made ? 201 : 200
    ctx.body = job
  })

  router.get('/:id', async (ctx) => {
    ctx.body = await known(ctx.params.id!)
  })

  router.get('/:id/file', async (ctx) => {
    const job = await known(ctx.params.id!)
    ctx.attachment(`${job.id}.lantern.json`)
    ctx.type = 'application/json'
    ctx.body = writeJob(job.document)
  })

  router.post('/:id/edits', async (ctx) => {
    const id = ctx.params.id!
    const { revision, edits } = body(someEdits, ctx)
    const saved = await jobs.edit(id, revision, edits)
    switch (saved.outcome) {
      case 'saved':
        ctx.body = { revision: saved.revision }
        return
      case 'stale':
        ctx.status = 409
        ctx.body = {
          failures: [
            {
              code: 'job/stale',
              where: '/revision',
              says: `The job was changed elsewhere: it is at revision ${saved.current.revision}, your edits began at ${revision}.`,
              remedy: 'Make the edits again on the current document, which comes with this answer.',
            },
          ],
          current: saved.current,
        }
        return
      case 'refused':
        throw new Refusal(400, ...saved.failures)
      case 'unknown':
        throw unknownJob(id)
    }
  })

  async function known(id: string) {
    const job = await jobs.get(id)
    if (!job) throw unknownJob(id)
    return job
  }

  return router
}
