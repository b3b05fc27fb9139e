import {
  alterationsOf,
  ask,
  benchWith,
  circuitOf,
  probe,
  read,
  reshaped,
  Stand,
  usualCircuit,
} from '@civil-lantern/core'
import { door } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import { Type } from 'typebox'
import { Refusal, unknownJob } from '../refusal.ts'
import type { Entries } from '../store/entries.ts'
import type { Jobs } from '../store/jobs.ts'
import { body } from './body.ts'

const Point = Type.String({ minLength: 1, maxLength: 120 })
const question = door(
  Type.Object(
    {
      mode: Type.Union((['volts', 'loz', 'direct', 'ohms', 'beep'] as const).map((mode) => Type.Literal(mode))),
      from: Point,
      to: Point,
      stand: Stand,
    },
    { additionalProperties: false },
  ),
)

/** Longest a stand-in wall is let run before it is read, seconds. */
const LONGEST = 7200

/**
 * The stand-in wall: a plant of its own on the server, with something hidden in it, that answers a meter. What is hidden is
 * in no answer: only what the display would show.
 */
export function standInRoutes(jobs: Jobs, entries: Entries) {
  const router = new Router({ prefix: '/api/jobs/:id/stand-in' })

  router.post('/read', async (ctx) => {
    const id = ctx.params.id!
    const { mode, from, to, stand } = body(question, ctx)
    const stored = await jobs.get(id)
    if (!stored) throw unknownJob(id)
    const hidden = await jobs.hiddenIn(id)
    const known = await entries.of(id)
    const circuit = circuitOf(stored.document, known, usualCircuit(stored.document, known))
    const lifted = (stand.lifted ?? []).map((point) => ({ id: `${point}/lifted` }))
    const wrong = [...circuit.supposed, ...hidden, ...lifted]
    const job = reshaped(circuit.job, wrong)
    const bench = benchWith(circuit.job, wrong, circuit.hands)
    for (const { part, state, value } of stand.hands ?? []) if (bench.has(part)) bench.set(part, state, value)
    bench.settle()
    let seconds: number | undefined
    for (const [zone, call] of Object.entries(stand.calls ?? {})) {
      if (!job.zones[zone]) continue
      ask(bench, job, zone, call.on)
      if (call.seconds !== undefined) seconds = Math.max(seconds ?? 0, call.seconds)
    }
    if (seconds === undefined) bench.settle()
    else bench.runTo(bench.now + Math.min(LONGEST, seconds))
    bench.alter(alterationsOf(job, wrong, bench.now))
    const [a, b] = [probe(bench, from), probe(bench, to)]
    const lost = [a, b].find((point) => !point.ok)
    if (lost && !lost.ok) throw new Refusal(400, ...lost.failures)
    if (!a.ok || !b.ok) return
    const { value, shows, unit } = read(bench, mode, a.value, b.value)
    ctx.body = { value, shows: `${shows} ${unit}`.trim(), source: 'stand-in' }
  })

  return router
}
