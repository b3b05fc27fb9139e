import { EditSchema } from '@civil-lantern/core'
import { door, openDocument, openJobFile, writeJobFile } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import { Type } from 'typebox'
import { signedIn } from '../people/door.ts'
import { Refusal, unknownJob } from '../refusal.ts'
import type { Entries } from '../store/entries.ts'
import type { Jobs } from '../store/jobs.ts'
import { body } from './body.ts'

const closed = { additionalProperties: false }
const JobId = Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,63}$' })

/** A new job: a document, or a whole file with what was entered on it. */
const newJob = door(
  Type.Object({ id: JobId, document: Type.Optional(Type.Unknown()), file: Type.Optional(Type.Unknown()) }, closed),
)
const someEdits = door(
  Type.Object(
    {
      revision: Type.Integer({ minimum: 1 }),
      /** The version of the document the edits were made on; those of a window opened before there were versions are of 1. */
      version: Type.Optional(Type.Integer({ minimum: 1, maximum: 2 })),
      edits: Type.Array(EditSchema, { minItems: 1, maxItems: 500 }),
    },
    closed,
  ),
)
const aShelf = door(
  Type.Object({ shelf: Type.Union([Type.Literal('open'), Type.Literal('away'), Type.Literal('out')]) }, closed),
)

/** The jobs board and one job's document. */
export function jobRoutes(jobs: Jobs, entries: Entries) {
  const router = new Router({ prefix: '/api/jobs' })

  router.get('/', async (ctx) => {
    ctx.body = { jobs: await jobs.list() }
  })

  router.post('/', async (ctx) => {
    const { id, document, file } = body(newJob, ctx)
    const whole = file === undefined ? openDocument(document) : openJobFile(file)
    if (!whole.ok) throw new Refusal(400, ...whole.failures)
    const { job, made } = await jobs.add(id, whole.value.document, whole.value.beside.tried)
    if (made) await entries.bringIn(id, whole.value.entries)
    ctx.status = made ? 201 : 200
    ctx.body = job
  })

  router.get('/:id', async (ctx) => {
    // A window from before there were versions asks without one, and cannot read what it would be given.
    if (ctx.query.version === undefined)
      throw new Refusal(426, {
        code: 'job/version',
        where: '/version',
        says: 'This window was opened before the program was brought up to date.',
        remedy: 'Reload it. What it has not sent yet is kept and sent.',
      })
    ctx.body = await known(ctx.params.id!)
  })

  router.get('/:id/file', async (ctx) => {
    const job = await known(ctx.params.id!)
    ctx.attachment(`${job.id}.lantern.json`)
    ctx.type = 'application/json'
    ctx.body = writeJobFile(job.document, await entries.of(job.id))
  })

  router.put('/:id/shelf', async (ctx) => {
    const { shelf } = body(aShelf, ctx)
    if (!(await jobs.has(ctx.params.id!))) throw unknownJob(ctx.params.id!)
    await jobs.lay(ctx.params.id!, shelf)
    ctx.status = 204
  })

  router.delete('/:id/tried', async (ctx) => {
    await known(ctx.params.id!)
    await jobs.settleTried(ctx.params.id!)
    ctx.status = 204
  })

  router.post('/:id/edits', async (ctx) => {
    const id = ctx.params.id!
    const { revision, version = 1, edits } = body(someEdits, ctx)
    const saved = await jobs.edit(id, revision, edits, { version, by: signedIn(ctx)?.name })
    switch (saved.outcome) {
      case 'saved':
        ctx.body = { revision: saved.revision, ...(saved.over ? { over: true } : {}) }
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
          had: saved.had,
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
