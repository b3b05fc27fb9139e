import { isIP } from 'node:net'
import type { Context, Next } from 'koa'
import { Refusal } from './refusal.ts'

/**
 * Answers only under names that are this program's: an address, localhost, or a name it was told. A page of somebody else's
 * could otherwise point a name of its own at this machine and read every job. Writes come from our own pages, or from no page.
 *
 * @param names further names, such as that of this machine in the local network
 */
export function knownHosts(names: readonly string[]) {
  const known = new Set(['localhost', ...names.map((name) => name.toLowerCase())])
  const isOurs = (host: string) => known.has(host.toLowerCase()) || isIP(host.replace(/^\[|\]$/g, '')) !== 0
  return async (ctx: Context, next: Next) => {
    if (!isOurs(ctx.hostname))
      throw new Refusal(421, {
        code: 'http/host',
        where: '/',
        says: `This program does not answer under the name "${ctx.hostname.slice(0, 80)}".`,
        remedy: 'Open it by its address, or start it with that name in LANTERN_NAMES.',
      })
    const origin = ctx.get('origin')
    const writes = ctx.method !== 'GET' && ctx.method !== 'HEAD'
    if (
      writes &&
      origin &&
      URL.canParse(origin) &&
      new URL(origin).host !== new URL(`${ctx.protocol}://${ctx.host}`).host
    )
      throw new Refusal(403, {
        code: 'http/origin',
        where: '/',
        says: `A page from ${origin.slice(0, 80)} may not write here.`,
        remedy: 'Use the pages of this program.',
      })
    await next()
  }
}
