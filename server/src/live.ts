import { EventEmitter } from 'node:events'
import { PassThrough } from 'node:stream'
import Router from '@koa/router'

/** Milliseconds between two signs of life on a quiet stream: less than what a proxy waits. */
const BEAT = 20_000

/** Tells every open page that a job has changed: what, it asks for itself. */
export class Live {
  readonly #emitter = new EventEmitter().setMaxListeners(0)

  changed(job: string) {
    this.#emitter.emit(job)
  }

  /** Calls back at every change of a job until the returned function is called. */
  on(job: string, told: () => void): () => void {
    this.#emitter.on(job, told)
    return () => void this.#emitter.off(job, told)
  }

  get listeners(): number {
    return this.#emitter.eventNames().reduce((sum, name) => sum + this.#emitter.listenerCount(name), 0)
  }
}

/** Where nobody listens. */
export const nobody: Pick<Live, 'changed'> = { changed: () => undefined }

/** A stream of signs that a job has changed, for pages that keep it open. A page that loses it looks every few seconds. */
export function liveRoutes(live: Live) {
  const router = new Router({ prefix: '/api/jobs/:id/live' })
  router.get('/', (ctx) => {
    const stream = new PassThrough()
    const end = live.on(ctx.params.id!, () => void stream.write('event: changed\ndata: {}\n\n'))
    const beat = setInterval(() => void stream.write(': quiet\n\n'), BEAT)
    beat.unref()
    const over = () => {
      clearInterval(beat)
      end()
    }
    stream.on('close', over)
    ctx.req.on('close', () => {
      over()
      stream.destroy()
    })
    ctx.set({ 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
    ctx.compress = false
    ctx.status = 200
    ctx.body = stream
    stream.write('retry: 3000\n: here\n\n')
  })
  return router
}
