import { door } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import type { Context } from 'koa'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { Type } from 'typebox'
import { COOKIE, signedIn } from '../people/door.ts'
import type { People } from '../people/people.ts'
import { Refusal } from '../refusal.ts'
import { body } from './body.ts'

const closed = { additionalProperties: false }
const Name = Type.String({ minLength: 1, maxLength: 60, pattern: '\\S' })
const Passphrase = Type.String({ minLength: 10, maxLength: 200 })
const ARole = Type.Union([Type.Literal('look'), Type.Literal('work'), Type.Literal('keep')])
const coming = door(Type.Object({ name: Name, passphrase: Type.String({ maxLength: 200 }) }, closed))
const joining = door(
  Type.Object({ key: Type.String({ minLength: 1, maxLength: 100 }), name: Name, passphrase: Passphrase }, closed),
)
const withRole = door(Type.Object({ role: ARole }, closed))

/** So many tries to come in are free, by address, in so many seconds. */
const TRIES = { points: 8, duration: 60 }
const THIRTY_DAYS = 30 * 86_400_000

/**
 * Who is here, how they come in, and who else may.
 * @param required whether anybody has to sign in
 * @param reachedAt the addresses of this machine in its network
 */
export function peopleRoutes(people: People, required: boolean, reachedAt: () => readonly string[]) {
  const tries = new RateLimiterMemory(TRIES)
  const router = new Router({ prefix: '/api' })

  router.get('/me', (ctx) => {
    ctx.body = { required, person: signedIn(ctx) ?? null }
  })

  router.post('/me/sign-in', async (ctx) => {
    const { name, passphrase } = body(coming, ctx)
    await counted(ctx)
    const key = await people.signIn(name.trim(), passphrase)
    if (!key)
      throw new Refusal(401, {
        code: 'people/passphrase',
        where: '/passphrase',
        says: 'This name and this passphrase do not go together.',
        remedy: 'Look at both again. Who keeps the firm here can invite you anew.',
      })
    await letIn(ctx, key)
    ctx.body = { required, person: await people.of(key) }
  })

  router.post('/me/join', async (ctx) => {
    const { key: invitation, name, passphrase } = body(joining, ctx)
    await counted(ctx)
    const joined = await people.join(invitation, name.trim(), passphrase)
    if (joined.outcome === 'spent')
      throw new Refusal(400, {
        code: 'people/invitation',
        where: '/key',
        says: 'This invitation was used already, or is older than a day.',
        remedy: 'Ask for another one. If you have been here before, sign in with your name.',
      })
    if (joined.outcome === 'taken')
      throw new Refusal(400, {
        code: 'people/name',
        where: '/name',
        says: `Somebody is called "${name.trim()}" here already.`,
        remedy: 'Take a name by which the log can tell you apart, or sign in if that is you.',
      })
    await letIn(ctx, joined.key)
    ctx.status = 201
    ctx.body = { required, person: await people.of(joined.key) }
  })

  router.post('/me/sign-out', async (ctx) => {
    const key = ctx.cookies.get(COOKIE)
    if (key) await people.signOut(key)
    ctx.cookies.set(COOKIE, null)
    ctx.body = { required, person: null }
  })

  router.get('/people', async (ctx) => {
    ctx.body = { people: await people.all() }
  })

  router.post('/people/invitations', async (ctx) => {
    const { role } = body(withRole, ctx)
    ctx.status = 201
    ctx.body = { key: await people.invite(role), reachedAt: reachedAt() }
  })

  router.put('/people/:id', async (ctx) => {
    const { role } = body(withRole, ctx)
    if (!(await people.change(ctx.params.id!, role))) throw lastKeeper
    ctx.body = { people: await people.all() }
  })

  router.delete('/people/:id', async (ctx) => {
    if (!(await people.remove(ctx.params.id!))) throw lastKeeper
    ctx.body = { people: await people.all() }
  })

  async function counted(ctx: Context) {
    const over = await tries.consume(ctx.ip).then(
      () => undefined,
      (why: { msBeforeNext: number }) => Math.ceil(why.msBeforeNext / 1000),
    )
    if (over === undefined) return
    ctx.set('retry-after', String(over))
    throw new Refusal(429, {
      code: 'people/tries',
      where: '/',
      says: 'Too many tries to come in from this address.',
      remedy: `Wait ${over} seconds.`,
    })
  }

  async function letIn(ctx: Context, key: string) {
    // Who may come in does not use up the tries of their address.
    await tries.reward(ctx.ip, 1)
    ctx.cookies.set(COOKIE, key, { httpOnly: true, sameSite: 'strict', maxAge: THIRTY_DAYS, secure: ctx.secure })
  }

  return router
}

const lastKeeper = new Refusal(409, {
  code: 'people/last-keeper',
  where: '/role',
  says: 'Nobody else keeps the firm here.',
  remedy: 'Give that role to somebody else first.',
})
