import {
  type Ask,
  type AskForm,
  type AskStand,
  alterationsOf,
  ask,
  askKinds,
  benchWith,
  circuitOf,
  type Entry,
  presentAt,
  probe,
  ROOMS,
  read,
  readIn,
  reshaped,
  Stand,
  StandInWall,
  type Supposition,
  suppositionInWords,
  usualCircuit,
} from '@civil-lantern/core'
import { complaints } from '@civil-lantern/core/demo'
import { door, readEntry } from '@civil-lantern/core/validate'
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

const aComplaint = door(Type.Object({ complaint: Type.String({ maxLength: 60 }) }, { additionalProperties: false }))
const FORMS = askKinds.map(({ ask }) => ask)
const anAsk = door(
  Type.Object(
    {
      /** What is to be answered, as it would be written down at a wall; the answer is left empty. */
      entry: Type.Unknown(),
      ask: Type.Union([...FORMS, 'room' as const, 'repair' as const].map((ask) => Type.Literal(ask))),
      /** Zones that call. */
      stand: Type.Array(Type.String({ maxLength: 48 }), { maxItems: 99 }),
      /** Isolated and proven dead, where it is false. */
      power: Type.Optional(Type.Boolean()),
    },
    { additionalProperties: false },
  ),
)
/** What a stand-in's meter is off by, at most, as a share. */
const OFF = 0.01

/** What comes and goes at a stand-in does so by the clock of the day. */
const isThere = (one: Supposition) => presentAt(one, Date.now() / 1000)

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
    const hidden = (await jobs.hiddenIn(id)).filter(isThere).map(({ pattern: _, ...one }) => one)
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

  /** What can be practised on this job, and how much is still wrong with its stand-in; never what. */
  router.get('/', async (ctx) => {
    const id = ctx.params.id!
    if (!(await jobs.has(id))) throw unknownJob(id)
    ctx.body = {
      complaints: (complaints[id] ?? []).map(({ hidden: _, ...told }) => told),
      hides: (await jobs.hiddenIn(id)).length > 0,
    }
  })

  router.post('/begin', async (ctx) => {
    const id = ctx.params.id!
    const { complaint } = body(aComplaint, ctx)
    const found = complaints[id]?.find((one) => one.id === complaint)
    if (!(await jobs.has(id))) throw unknownJob(id)
    if (!found)
      throw new Refusal(404, {
        code: 'stand-in/unknown',
        where: '/complaint',
        says: `The stand-in of this job knows no complaint "${complaint}".`,
        remedy: `It knows: ${(complaints[id] ?? []).map((one) => one.id).join(', ') || 'none'}.`,
      })
    await jobs.hide(id, found.hidden)
    const { says, cold, heats, told } = found
    ctx.body = { says, cold, heats, ...(told ? { told } : {}) }
  })

  /** Answers one ask as the wall would, and writes the answer down: only here may an entry say that it is the stand-in's. */
  router.post('/answer', async (ctx) => {
    const id = ctx.params.id!
    const { entry, ask: asked, stand: calls, power = true } = body(anAsk, ctx)
    const read = readEntry(entry)
    if (!read.ok)
      throw new Refusal(400, ...read.failures.map((failure) => ({ ...failure, where: `/entry${failure.where}` })))
    const stored = await jobs.get(id)
    if (!stored) throw unknownJob(id)
    const known = await entries.of(id)
    const { job, supposed } = circuitOf(stored.document, known, usualCircuit(stored.document, known))
    const wall = new StandInWall(
      job,
      [...supposed, ...(await jobs.hiddenIn(id))],
      () => OFF * (2 * Math.random() - 1),
      [],
      isThere,
    )
    const answered = answerOf(wall, asked, read.value.body, { calls, power })
    if (asked === 'repair')
      await jobs.hide(
        id,
        wall.wrong.filter((one) => !supposed.includes(one)),
      )
    const added = await entries.append(id, [{ ...read.value, body: answered, source: 'stand-in' }])
    if (added.outcome !== 'kept')
      throw new Refusal(409, {
        code: 'entry/elsewhere',
        where: '/entry/id',
        says: 'That entry id is taken.',
        remedy: 'Send it under an id of its own.',
      })
    ctx.body = { body: answered, well: asked === 'room' || asked === 'repair' ? wall.isWell : undefined }
  })

  /** Giving up, or being done: what is still hidden is told, and is hidden no more. */
  router.post('/reveal', async (ctx) => {
    const id = ctx.params.id!
    const stored = await jobs.get(id)
    if (!stored) throw unknownJob(id)
    const known = await entries.of(id)
    const { job } = circuitOf(stored.document, known, usualCircuit(stored.document, known))
    const left = (await jobs.hiddenIn(id)).map((one) => suppositionInWords(job, one))
    await jobs.hide(id, [])
    ctx.body = { left }
  })

  return router
}

/** The body of an entry with what the wall shows, hears or feels put into it. */
function answerOf(
  wall: StandInWall,
  asked: AskForm | 'room' | 'repair',
  about: Entry['body'],
  stand: AskStand,
): Entry['body'] {
  const lost = (says: string) =>
    new Refusal(400, { code: 'stand-in/ask', where: '/entry/body', says, remedy: 'Name what this plant has.' })
  if (asked === 'repair') {
    wall.repair(String(about.unit))
    return about
  }
  if (asked === 'room') {
    const zone = /^zone:(.+)$/.exec(String(about.of))?.[1] ?? ''
    if (!wall.job.zones[zone]) throw lost(`There is no zone "${zone}".`)
    // Of a room among several that call it is asked in the stand that is named.
    const calls = about.look === ROOMS ? stand.calls : [zone]
    return { ...about, word: wall.checks({ zone, calls }) ? 'heats' : 'cold' }
  }
  const [kind, named = ''] = String(about.of ?? '').split(':')
  // A stick is held beside one terminal of a part.
  const [id = ''] = kind === 'point' ? named.split('.') : [named]
  const point = (end: unknown) => (typeof end === 'object' && end && 'point' in end ? String(end.point) : '')
  const from = point(about.from)
  const unit = readIn(asked)
  const reads = unit !== undefined
  if (!reads && (kind === 'part' || kind === 'point') && !wall.job.parts[id]) throw lost(`There is no part "${id}".`)
  if (!reads && kind === 'wire' && !wall.job.wires[id]) throw lost(`There is no wire "${id}".`)
  if (!reads && kind !== 'part' && kind !== 'wire' && kind !== 'point')
    throw lost(`"${String(about.of)}" is neither a part nor a terminal nor a wire.`)
  const part = reads ? from.slice(0, from.indexOf('.')) : id
  if (reads && !wall.job.parts[part]) throw lost(`There is no part "${part}".`)
  // The wire a clamp is round is named by its two ends.
  const ends = [from, point(about.to)].toSorted().join()
  const clamped =
    unit === 'A' &&
    Object.entries(wall.job.wires).find(
      ([, { from, to }]) =>
        [from, to]
          .map(({ part, terminal }) => `${part}.${terminal}`)
          .toSorted()
          .join() === ends,
    )?.[0]
  if (unit === 'A' && !clamped) throw lost('No wire goes from there to there.')
  const zone = Object.entries(wall.job.zones).find(([, { valve }]) => valve === part)?.[0]
  const ask: Ask = {
    id: '',
    ask: asked,
    power: stand.power,
    place: '',
    minutes: 0,
    says: '',
    from,
    to: point(about.to),
    ...(clamped ? { wire: clamped } : kind === 'wire' ? { wire: id } : { part }),
    ...(kind === 'point' ? { at: named } : {}),
    ...(zone === undefined ? {} : { zone }),
  }
  const shown = wall.shows(ask, stand)
  if (typeof shown === 'string') return { ...about, word: shown }
  if (shown === Number.POSITIVE_INFINITY) return { ...about, value: null, shows: 'OL' }
  return { ...about, value: shown, shows: unit === 'A' ? `${shown} A` : `${shown.toFixed(1)} ${unit ?? ''}` }
}
