import type { Failure } from '@civil-lantern/core'
import type { Context, Next } from 'koa'
import type { Logger } from 'pino'

/** An answer other than success, in the one shape every client reads. */
export class Refusal extends Error {
  readonly status: number
  readonly failures: readonly Failure[]

  constructor(status: number, ...failures: Failure[]) {
    super(failures[0]?.says ?? 'Refused.')
    this.status = status
    this.failures = failures
  }
}

export const unknownJob = (id: string) =>
  new Refusal(404, {
    code: 'job/unknown',
    where: id,
    says: `There is no job "${id}" here.`,
    remedy: 'It may have been made in another database. Go back to the jobs board.',
  })

/** Turns whatever was thrown below into an answer that says what, where, and what to do. */
export const answerRefusals = (log: Logger) => async (ctx: Context, next: Next) => {
  try {
    await next()
    if (ctx.status === 404 && ctx.body === undefined && ctx.path.startsWith('/api/'))
      throw new Refusal(404, {
        code: 'http/unknown',
        where: ctx.path,
        says: `There is nothing at ${ctx.method} ${ctx.path}.`,
        remedy: 'Check the address.',
      })
  } catch (error) {
    const { status, failures } = asRefusal(error)
    if (status >= 500) log.error({ err: error, path: ctx.path }, 'failed')
    if (status === 413) {
      // What still comes is let through unread, so that whoever sends it hears why.
      ctx.set('connection', 'close')
      ctx.req.resume()
    }
    ctx.status = status
    ctx.body = { failures }
  }
}

function asRefusal(error: unknown): { status: number; failures: readonly Failure[] } {
  if (error instanceof Refusal) return error
  const status = typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 500
  if (status === 413)
    return {
      status,
      failures: [
        {
          code: 'http/too-large',
          where: '/',
          says: 'This is larger than a request may be: 2 MB, a photo 6 MB, an archive 200 MB.',
          remedy: 'Send less at once.',
        },
      ],
    }
  if (status >= 400 && status < 500)
    return {
      status,
      failures: [
        {
          code: 'http/unreadable',
          where: '/',
          says: `The request cannot be read: ${error instanceof Error ? error.message : 'malformed'}.`,
          remedy: 'Send JSON, whole and well formed.',
        },
      ],
    }
  return {
    status: 500,
    failures: [
      {
        code: 'server/failed',
        where: '/',
        says: 'The server could not do this; nothing was changed.',
        remedy: 'Try again. If it goes on, look at the server’s log.',
      },
    ],
  }
}
