import { bodyParser } from '@koa/bodyparser'
import { sql } from 'drizzle-orm'
import Koa from 'koa'
import compress from 'koa-compress'
import helmet from 'koa-helmet'
import send from 'koa-send'
import type { Logger } from 'pino'
import { knownHosts } from './hosts.ts'
import { Live, liveRoutes } from './live.ts'
import { door } from './people/door.ts'
import { People } from './people/people.ts'
import { answerRefusals } from './refusal.ts'
import { controllerRoutes } from './routes/controller.ts'
import { entryRoutes } from './routes/entries.ts'
import { firmRoutes } from './routes/firm.ts'
import { jobRoutes } from './routes/jobs.ts'
import { kindRoutes } from './routes/kinds.ts'
import { paperRoutes } from './routes/paper.ts'
import { peopleRoutes } from './routes/people.ts'
import { photoRoutes } from './routes/photos.ts'
import { standInRoutes } from './routes/stand-in.ts'
import type { Database } from './store/database.ts'
import { Entries } from './store/entries.ts'
import { Jobs } from './store/jobs.ts'
import { OwnKinds } from './store/own-kinds.ts'
import { Photos } from './store/photos.ts'

/** What a server needs to be told. */
export interface Serving {
  readonly webFolder: string
  readonly log: Logger
  /** Where the simulated building controller listens, if it runs. */
  readonly controllerPort?: number
  /** Names under which it answers beside localhost and its addresses. */
  readonly names?: readonly string[]
  /** Does anybody have to sign in? Not on this machine alone. */
  readonly signIn?: boolean
  /** The addresses of this machine in its network. */
  readonly reachedAt?: () => readonly string[]
}

/** The server as one Koa application: documents under /api, the page everywhere else. */
export function application(
  store: Database,
  { webFolder, log, controllerPort = 4690, names = [], signIn = false, reachedAt = () => [] }: Serving,
): Koa {
  const now = () => new Date().toISOString()
  const live = new Live()
  const jobs = new Jobs(store, now, live)
  const entries = new Entries(store, now, live)
  const kinds = new OwnKinds(store, now)
  const photos = new Photos(store, now)
  const people = new People(store, () => new Date())
  const app = new Koa()
  app.on('error', (error: Error & { code?: string }) => {
    if (error.code !== 'EPIPE' && error.code !== 'ECONNRESET') log.error({ err: error }, 'response failed')
  })
  app.use(async (ctx, next) => {
    const from = performance.now()
    await next()
    const ms = Math.round(performance.now() - from)
    if (ctx.path.startsWith('/api/'))
      log.info({ method: ctx.method, path: ctx.path, status: ctx.status, ms }, 'request')
  })
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          workerSrc: ["'self'", 'blob:'],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  )
  app.use(compress())
  app.use(answerRefusals(log))
  app.use(knownHosts(names))
  app.use(async (ctx, next) => {
    if (ctx.path !== '/healthz') return next()
    await store.db.run(sql`select 1`)
    const held = store.isHeld()
    ctx.status = held ? 503 : 200
    ctx.body = held ? { ok: false, says: 'Another program holds the database: nothing can be saved.' } : { ok: true }
  })
  app.use(door(people, signIn))
  app.use(bodyParser({ enableTypes: ['json'], jsonLimit: '2mb' }))
  const routers = [
    jobRoutes(jobs, entries),
    liveRoutes(live),
    entryRoutes(jobs, entries),
    standInRoutes(jobs, entries),
    paperRoutes(jobs, entries, photos, now),
    photoRoutes(jobs, entries, photos),
    kindRoutes(kinds),
    firmRoutes(jobs, entries),
    controllerRoutes(controllerPort),
    peopleRoutes(people, signIn, reachedAt),
  ]
  for (const router of routers) app.use(router.routes())
  app.use(async (ctx) => {
    if (ctx.path.startsWith('/api/') || (ctx.method !== 'GET' && ctx.method !== 'HEAD')) return
    const asset = /^\/assets\/|\.\w+$/.test(ctx.path)
    const options = { root: webFolder, maxage: ctx.path.startsWith('/assets/') ? 31_536_000_000 : 0 }
    await send(ctx, asset ? ctx.path : '/index.html', options)
  })
  return app
}
