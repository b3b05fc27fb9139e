import { drawingsOf, foundOf, photosIn, plannedJob } from '@civil-lantern/core'
import { door, writeJobFile } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import rawBody from 'raw-body'
import { Type } from 'typebox'
import { readArchive, writeArchive } from '../paper/archive.ts'
import { Refusal, unknownJob } from '../refusal.ts'
import type { Entries } from '../store/entries.ts'
import type { Jobs } from '../store/jobs.ts'
import { hashOf, LARGEST, type Photos, typeOf } from '../store/photos.ts'

/** The most an archive may have as a file, bytes. */
const LARGEST_ARCHIVE = 200 * 1024 * 1024
const jobId = door(Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,63}$' }))

/** Pictures of a job, and everything of it as one file. */
export function photoRoutes(jobs: Jobs, entries: Entries, photos: Photos) {
  const router = new Router({ prefix: '/api' })

  router.put('/jobs/:id/photos/:hash', async (ctx) => {
    const { id = '', hash = '' } = ctx.params
    if (!(await jobs.has(id))) throw unknownJob(id)
    const bytes = await rawBody(ctx.req, { limit: LARGEST })
    const type = typeOf(bytes)
    if (!type)
      throw new Refusal(400, {
        code: 'photo/type',
        where: '/',
        says: 'This is no picture: it is neither a JPEG nor a PNG, nor a PDF.',
        remedy: 'Choose a photo, or take one.',
      })
    if (hashOf(bytes) !== hash)
      throw new Refusal(400, {
        code: 'photo/hash',
        where: hash.slice(0, 64),
        says: 'The picture did not arrive as it was sent.',
        remedy: 'Send it again.',
      })
    await photos.keep(id, { hash, type, bytes })
    ctx.status = 204
  })

  router.get('/jobs/:id/photos/:hash', async (ctx) => {
    const photo = await photos.get(ctx.params.id!, ctx.params.hash!)
    if (!photo)
      throw new Refusal(404, {
        code: 'photo/unknown',
        where: ctx.params.hash!.slice(0, 64),
        says: 'This picture is not here.',
        remedy: 'It may still lie on the device that took it, and comes when that has signal.',
      })
    ctx.type = photo.type
    ctx.set('cache-control', 'private, max-age=31536000, immutable')
    ctx.body = photo.bytes
  })

  router.get('/jobs/:id/archive.zip', async (ctx) => {
    const id = ctx.params.id!
    const job = await jobs.get(id)
    if (!job) throw unknownJob(id)
    const known = await entries.of(id)
    ctx.attachment(`${id}.lantern.zip`)
    ctx.type = 'application/zip'
    const drawn = job.document.before === null ? plannedJob(job.document) : foundOf(job.document, known).job
    ctx.body = writeArchive(writeJobFile(job.document, known), await photos.of(id, photosIn(known)), drawingsOf(drawn))
  })

  router.post('/archives/:id', async (ctx) => {
    const id = jobId(ctx.params.id)
    if (!id.ok) throw new Refusal(400, ...id.failures)
    const read = readArchive(await rawBody(ctx.req, { limit: LARGEST_ARCHIVE }))
    if (!read.ok) throw new Refusal(400, ...read.failures)
    const { document, beside, entries: written, photos: pictures } = read.value
    const { job, made } = await jobs.add(id.value, document, beside.tried)
    if (made) {
      await photos.keepAll(id.value, pictures)
      await entries.bringIn(id.value, written)
    }
    ctx.status = made ? 201 : 200
    ctx.body = job
  })

  return router
}
