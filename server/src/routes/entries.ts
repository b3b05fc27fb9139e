import type { Entry } from '@civil-lantern/core'
import { door, openEntry, readEntry } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import { Type } from 'typebox'
import { signedIn } from '../people/door.ts'
import { Refusal, unknownJob } from '../refusal.ts'
import type { Entries } from '../store/entries.ts'
import type { Jobs } from '../store/jobs.ts'
import { body } from './body.ts'

const someEntries = door(
  Type.Object(
    {
      entries: Type.Array(Type.Unknown(), { minItems: 1, maxItems: 200 }),
      /** How far the window has what others entered; the answer holds what came after. */
      since: Type.Optional(Type.Integer({ minimum: 0 })),
    },
    { additionalProperties: false },
  ),
)

/** What was written down on a job: appended, never changed. */
export function entryRoutes(jobs: Jobs, entries: Entries) {
  const router = new Router({ prefix: '/api/jobs/:id/entries' })

  router.get('/', async (ctx) => {
    const id = ctx.params.id!
    if (!(await jobs.has(id))) throw unknownJob(id)
    const since = Number(ctx.query.since ?? -1)
    ctx.body = await entries.after(id, Number.isSafeInteger(since) ? since : -1)
  })

  router.post('/', async (ctx) => {
    const id = ctx.params.id!
    const { entries: sent, since = -1 } = body(someEntries, ctx)
    const wanted = sent.map((value, i): Entry => {
      const older = asWrittenBefore(value)
      const read = older ? openEntry(older.id, older.body) : readEntry(value)
      if (read.ok) {
        // Only the server's own stand-in may say that it is one.
        if (read.value.source !== 'wall' && !older)
          throw new Refusal(400, {
            code: 'entry/source',
            where: `/entries/${i}/source`,
            says: `An entry from "${read.value.source}" cannot be sent in.`,
            remedy: 'Send what was seen or measured on the wall.',
          })
        return read.value
      }
      throw new Refusal(
        400,
        ...read.failures.map((failure) => ({ ...failure, where: `/entries/${i}${failure.where}` })),
      )
    })
    const by = signedIn(ctx)?.name
    const added = await entries.append(id, by === undefined ? wanted : wanted.map((entry) => ({ ...entry, by })))
    if (added.outcome === 'unknown') throw unknownJob(id)
    if (added.outcome === 'elsewhere')
      throw new Refusal(409, {
        code: 'entry/elsewhere',
        where: added.id,
        says: `Entry ${added.id} belongs to another job.`,
        remedy: 'Send it under an id of its own.',
      })
    ctx.body = await entries.after(id, since)
  })

  return router
}

/** An entry as windows from before there were envelopes send it: an id, and a body with its time in it. */
function asWrittenBefore(value: unknown): { id: string; body: unknown } | undefined {
  if (typeof value !== 'object' || value === null || 'at' in value) return undefined
  if (!('id' in value) || typeof value.id !== 'string' || !('body' in value)) return undefined
  const { body: older } = value
  return typeof older === 'object' && older !== null && 'at' in older ? { id: value.id, body: older } : undefined
}
