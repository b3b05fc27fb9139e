import { door, readOwnKind, validateOwnKind } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import { Type } from 'typebox'
import { Refusal } from '../refusal.ts'
import type { OwnKinds } from '../store/own-kinds.ts'
import { body } from './body.ts'

const closed = { additionalProperties: false }
/** Never a kind of the catalogue: those have a slash in their names. */
const KindId = Type.String({ pattern: '^own-[a-z0-9][a-z0-9-]{0,43}$' })
const oneKind = door(Type.Object({ id: KindId, kind: Type.Unknown() }, closed))
const oneFile = door(Type.Object({ id: KindId, file: Type.Unknown() }, closed))

/** The kinds of part the user has made as copies of those in the catalogue. */
export function kindRoutes(kinds: OwnKinds) {
  const router = new Router({ prefix: '/api/kinds' })

  router.get('/', async (ctx) => {
    ctx.body = { kinds: await kinds.list() }
  })

  router.post('/', async (ctx) => {
    const { id, kind } = body(oneKind, ctx)
    const read = validateOwnKind(kind)
    if (!read.ok) throw new Refusal(400, ...read.failures)
    await kinds.keep(id, read.value)
    ctx.body = { id, kind: read.value }
  })

  router.post('/import', async (ctx) => {
    const { id, file } = body(oneFile, ctx)
    const read = readOwnKind(file)
    if (!read.ok) throw new Refusal(400, ...read.failures)
    await kinds.keep(id, read.value)
    ctx.body = { id, kind: read.value }
  })

  router.delete('/:id', async (ctx) => {
    const gone = await kinds.remove(ctx.params.id!)
    if (!gone)
      throw new Refusal(404, {
        code: 'kind/unknown',
        where: ctx.params.id!,
        says: 'There is no such kind of your own here.',
        remedy: 'Reload the page: it may have been removed in another window.',
      })
    ctx.status = 204
  })

  return router
}
