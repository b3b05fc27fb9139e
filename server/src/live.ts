import { EventEmitter } from 'node:events'
import { PassThrough } from 'node:stream'
import { door } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import { Type } from 'typebox'
import { signedIn } from './people/door.ts'
import { body } from './routes/body.ts'

/** Milliseconds between two signs of life on a quiet stream: less than what a proxy waits. */
const BEAT = 20_000

/** A device that has a job open, in whose hands, and at which screen. */
export interface Here {
  readonly device: string
  readonly who: string
  readonly at: string
}

/** Tells every open page that a job has changed, or who has it open: what has changed, it asks for itself. */
export class Live {
  readonly #emitter = new EventEmitter().setMaxListeners(0)
  readonly #here = new Map<string, Map<object, Here>>()

  changed(job: string) {
    this.#emitter.emit(job)
  }

  /** Calls back at every change of a job until the returned function is called. */
  on(job: string, told: () => void): () => void {
    this.#emitter.on(job, told)
    return () => void this.#emitter.off(job, told)
  }

  /** Who has a job open now, each device once. */
  present(job: string): Here[] {
    return [...new Map([...(this.#here.get(job)?.values() ?? [])].map((one) => [one.device, one])).values()]
  }

  /** A page has a job open until the returned function is called, and hears who else has. */
  enter(job: string, here: Here, told: () => void): () => void {
    const page = {}
    const pages = this.#here.get(job) ?? new Map<object, Here>()
    this.#here.set(job, pages.set(page, here))
    this.#emitter.on(`${job} here`, told)
    this.#emitter.emit(`${job} here`)
    return () => {
      this.#emitter.off(`${job} here`, told)
      if (!pages.delete(page)) return
      if (pages.size === 0) this.#here.delete(job)
      this.#emitter.emit(`${job} here`)
    }
  }

  /** A device has gone to another screen. One that has no page open there is nowhere. */
  move(job: string, here: Here) {
    for (const [page, one] of this.#here.get(job) ?? [])
      if (one.device === here.device) this.#here.get(job)!.set(page, here)
    this.#emitter.emit(`${job} here`)
  }

  get listeners(): number {
    return this.#emitter.eventNames().reduce((sum, name) => sum + this.#emitter.listenerCount(name), 0)
  }
}

/** Where nobody listens. */
export const nobody: Pick<Live, 'changed'> = { changed: () => undefined }

const Word = Type.String({ maxLength: 60 })
const aPlace = door(Type.Object({ device: Word, who: Word, at: Word }, { additionalProperties: false }))

/** A stream of signs that a job has changed, for pages that keep it open. A page that loses it looks every few seconds. */
export function liveRoutes(live: Live) {
  const router = new Router({ prefix: '/api/jobs/:id/live' })
  router.get('/', (ctx) => {
    const job = ctx.params.id!
    const stream = new PassThrough()
    const asked = (name: string) => String(ctx.query[name] ?? '').slice(0, 60)
    const tellWho = () => void stream.write(`event: here\ndata: ${JSON.stringify(live.present(job))}\n\n`)
    const end = live.on(job, () => void stream.write('event: changed\ndata: {}\n\n'))
    const here = { device: asked('device'), who: signedIn(ctx)?.name ?? asked('who'), at: asked('at') }
    const gone = here.device === '' ? () => undefined : live.enter(job, here, tellWho)
    const beat = setInterval(() => void stream.write(': quiet\n\n'), BEAT)
    beat.unref()
    const over = () => {
      clearInterval(beat)
      end()
      gone()
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
  router.put('/', (ctx) => {
    const here = body(aPlace, ctx)
    live.move(ctx.params.id!, { ...here, who: signedIn(ctx)?.name ?? here.who })
    ctx.status = 204
  })
  return router
}
