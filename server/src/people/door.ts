import type { Context, Next } from 'koa'
import { Refusal } from '../refusal.ts'
import type { People, Person, Role } from './people.ts'

export const COOKIE = 'lantern-visit'
/** What anybody may ask before they are in: who they are, and to be let in. */
const OPEN = new Set(['/api/me', '/api/me/sign-in', '/api/me/join', '/api/me/sign-out'])
const RANK: Record<Role, number> = { look: 0, work: 1, keep: 2 }

/**
 * Lets in who is signed in, as far as their role goes: who may look reads, who may work writes, who keeps the firm says who
 * else may. The page itself is for anybody: it holds nothing of a job.
 * @param required whether anybody has to sign in; not on this machine alone
 */
export function door(people: People, required: boolean) {
  return async (ctx: Context, next: Next) => {
    if (!ctx.path.startsWith('/api/')) return next()
    const person = await people.of(ctx.cookies.get(COOKIE))
    ctx.state.person = person
    if (!required || OPEN.has(ctx.path)) return next()
    if (!person)
      throw new Refusal(401, {
        code: 'people/nobody',
        where: '/',
        says: 'Nobody is signed in here.',
        remedy: 'Sign in with your name and passphrase. What is not sent yet is kept in this browser.',
      })
    // Where somebody is, whoever may look says too.
    const reads = ctx.method === 'GET' || ctx.method === 'HEAD' || /^\/api\/jobs\/[^/]+\/live$/.test(ctx.path)
    need(person, ctx.path.startsWith('/api/people') ? 'keep' : reads ? 'look' : 'work')
    await next()
  }
}

function need(person: Person, role: Role) {
  if (RANK[person.role] >= RANK[role]) return
  throw new Refusal(403, {
    code: 'people/role',
    where: '/',
    says:
      role === 'keep'
        ? `${person.name} may not say who comes in.`
        : `${person.name} may look at jobs here, and not change them.`,
    remedy: 'Ask whoever keeps the firm here for another role.',
  })
}

/** The name under which what is sent is kept: that of who is signed in, whatever the page says. */
export const signedIn = (ctx: Context): Person | undefined => ctx.state.person as Person | undefined
