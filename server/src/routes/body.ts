import type { Result } from '@civil-lantern/core'
import type { Context } from 'koa'
import { Refusal } from '../refusal.ts'

/** The request's body, let through its door or refused with the reasons. */
export function body<T>(door: (value: unknown) => Result<T>, ctx: Context): T {
  const read = door('body' in ctx.request ? ctx.request.body : undefined)
  if (!read.ok) throw new Refusal(400, ...read.failures)
  return read.value
}
