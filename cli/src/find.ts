import { type ChildProcess, spawn } from 'node:child_process'
import { createInterface } from 'node:readline'
import {
  type Ask,
  type Evidence,
  FIND_WORDS,
  Finder,
  type Findings,
  type Job,
  NONE,
  placeOf,
  WELL,
  zonesInOrder,
} from '@civil-lantern/core'
import { Refused } from './refused.ts'

/** What a part may show, by what is looked at: the words an answerer may use. */
export const WORDS = {
  lever: FIND_WORDS.lever,
  running: ['runs', 'stands', 'starts and stops'],
  pipe: ['cold', 'warms', 'hot'],
} as const

/** Seconds without a line after which the answerer counts as dead. */
const PATIENCE = 60

/** Asks one question at a time of a command that was started once: a line of JSON out, a line back. */
export class Answerer {
  readonly #child: ChildProcess
  readonly #lines: string[] = []
  #waits: ((line: string | undefined) => void) | undefined
  #ended = false

  constructor(command: string) {
    this.#child = spawn(command, { shell: true, detached: true, stdio: ['pipe', 'pipe', 'inherit'] })
    const end = () => {
      this.#ended = true
      this.#waits?.(undefined)
    }
    this.#child.on('error', end).on('exit', end)
    this.#child.stdin!.on('error', () => undefined)
    createInterface({ input: this.#child.stdout! }).on('line', (line) => {
      const waits = this.#waits
      this.#waits = undefined
      if (waits) waits(line)
      else this.#lines.push(line)
    })
  }

  /** @returns the answer; a sentence where there is none that can be read */
  async ask(request: object, patience = PATIENCE): Promise<Record<string, unknown> | string> {
    if (this.#ended) return 'The command has ended.'
    this.#child.stdin!.write(`${JSON.stringify(request)}\n`)
    const line =
      this.#lines.shift() ??
      (await new Promise<string | undefined>((done) => {
        const timer = setTimeout(() => done(undefined), patience * 1000)
        this.#waits = (text) => {
          clearTimeout(timer)
          done(text)
        }
      }))
    if (line === undefined)
      return this.#ended ? 'The command has ended.' : `The command is dead: no line in ${patience} s.`
    try {
      const answer: unknown = JSON.parse(line)
      if (typeof answer === 'object' && answer !== null) return answer as Record<string, unknown>
    } catch {
      // Said below.
    }
    return `The command answered no JSON: ${line.slice(0, 80)}`
  }

  close() {
    this.#child.stdin?.end()
    // The shell and whatever it started go together.
    try {
      if (this.#child.pid !== undefined) process.kill(-this.#child.pid)
    } catch {
      // It has gone by itself.
    }
  }
}

/** What is complained of: zones by id or name out of JSON, or by their names in the text. */
export function complaintIn(job: Job, text: string): { says: string; cold: string[]; heats: string[] } {
  if (text.trim() === '')
    throw new Refused('The complaint is empty. Say which zone stays cold, such as "Signal house stays cold".')
  const zones = zonesInOrder(job)
  const known = zones.map(({ name }) => name).join(', ')
  const idOf = (name: unknown): string => {
    const zone = zones.find((one) => one.id === name || one.name.toLowerCase() === String(name).toLowerCase())
    if (!zone) throw new Refused(`There is no zone "${String(name)}" in this job. It has: ${known}.`)
    return zone.id
  }
  if (text.trim().startsWith('{')) {
    let read: { says?: unknown; cold?: unknown; heats?: unknown }
    try {
      read = JSON.parse(text)
    } catch {
      throw new Refused(
        '--complaint begins with { and is no JSON. Write {"says":"...","cold":["zone"],"heats":["zone"]}.',
      )
    }
    const list = (value: unknown) => (Array.isArray(value) ? value.map(idOf) : [])
    const cold = list(read.cold)
    if (cold.length === 0) throw new Refused(`--complaint names no cold zone. The job has: ${known}.`)
    return { says: String(read.says ?? 'stays cold'), cold, heats: list(read.heats) }
  }
  const cold = zones.filter(({ name }) => text.toLowerCase().includes(name.toLowerCase())).map(({ id }) => id)
  if (cold.length === 0) throw new Refused(`The complaint names no zone of this job. It has: ${known}.`)
  return { says: text, cold, heats: [] }
}

/** How an ask is put to an answerer. */
function requestFor(job: Job, ask: Ask, stand: readonly string[]): Record<string, unknown> {
  const around = {
    calls: stand,
    callNames: stand.map((id) => job.zones[id]?.name ?? id),
    seconds: SETTLED,
    power: true,
    lifted: [],
    linked: [],
  }
  if (ask.ask === 'volts')
    return { ask: 'read', mode: 'loz', from: ask.from, to: ask.to, ...around, place: placeOf(job, ask.from!) }
  const what = ask.ask === 'lever' ? 'lever' : 'running'
  return { ask: 'see', of: `part:${ask.part}`, what, ...around, place: job.places[ask.place]?.name ?? '' }
}

/** Everything has been waited for. */
const SETTLED = 600

/** What an answer says, as the search takes it; a sentence where it says nothing that can be taken. */
export function shownBy(ask: Pick<Ask, 'ask'>, answer: Record<string, unknown>): number | string | { wrong: string } {
  if (typeof answer.refused === 'string') return { wrong: `refused: ${answer.refused}` }
  if (ask.ask === 'volts') {
    const { value, low, high } = answer
    if (value === null) return { wrong: 'a reading in volts cannot be OL' }
    const volts =
      typeof value === 'number'
        ? value
        : typeof low === 'number' && typeof high === 'number'
          ? (low + high) / 2
          : undefined
    if (volts === undefined) return { wrong: 'a reading needs "value", or "low" and "high"' }
    if (!Number.isFinite(volts) || Math.abs(volts) > 1000) return { wrong: `${volts} V is more than a meter shows` }
    return Math.abs(volts)
  }
  const seen = answer.seen
  const words: readonly string[] = ask.ask === 'lever' ? WORDS.lever : WORDS.running
  if (typeof seen !== 'string' || !words.includes(seen))
    return { wrong: `"seen" is one of ${words.join(', ')}, not ${JSON.stringify(seen ?? null)}` }
  if (ask.ask === 'lever') return seen
  return seen === 'stands' ? 'no' : 'yes'
}

const run = (work: Generator<number, Findings>): Findings => {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
  }
}

/** Tests after which a search that does not end is ended. */
const MOST = 60

/**
 * Searches for what is wrong by asking a command, and closes with the closing check: every zone that was complained of, and
 * each of the others, heats when it calls alone.
 */
export async function findBy(
  job: Job,
  base: ConstructorParameters<typeof Finder>[1],
  complaint: { cold: readonly string[]; heats: readonly string[] },
  command: string,
  {
    deadOnly = false,
    patience = PATIENCE,
    print,
  }: { deadOnly?: boolean; patience?: number; print: (line: object) => void },
): Promise<number> {
  const finder = new Finder(job, base)
  const answerer = new Answerer(command)
  const evidence: Evidence[] = [
    ...complaint.cold.map((zone) => ({ is: 'room' as const, zone, heats: false })),
    ...complaint.heats.map((zone) => ({ is: 'room' as const, zone, heats: true })),
  ]
  const repairs: string[] = []
  const refused = new Set<string>()
  let [tests, minutes] = [0, 0]
  let place: string | undefined
  let suspects: Findings['units'] = []
  const end = async (solved: boolean, why?: string) => {
    print({
      solved,
      repairs,
      suspects: suspects.slice(0, 5).map(({ unit, says, share }) => ({ unit, says, share })),
      tests,
      minutes: Number(minutes.toFixed(1)),
      ...(why ? { why } : {}),
    })
    if (!why?.startsWith('The command')) await answerer.ask({ ask: 'end' }, 1)
    answerer.close()
    return solved ? 0 : 1
  }
  /** Does every zone heat when it calls by itself? The first that does not, or an answerer that says nothing. */
  const closing = async (): Promise<{ cold?: string; dead?: string }> => {
    for (const { id, name } of zonesInOrder(job)) {
      const request = {
        ask: 'see',
        of: `zone:${id}`,
        what: 'pipe',
        calls: [id],
        callNames: [name],
        seconds: SETTLED,
        power: true,
      }
      const answer = await answerer.ask(request, patience)
      if (typeof answer === 'string') return { dead: answer }
      print({ request, answer })
      const heats = answer.seen === 'hot' || answer.seen === 'warms'
      evidence.push({ is: 'room', zone: id, heats })
      if (!heats) return { cold: id }
    }
    return {}
  }
  for (;;) {
    const found = run(
      finder.find(complaint.cold, evidence, place, (ask) => !refused.has(ask.id) && !(deadOnly && ask.ask === 'volts')),
    )
    suspects = found.units
    const top = found.units[0]
    const best =
      found.repair ??
      (!found.next ? (found.look[0] ?? found.units.find(({ unit }) => unit !== NONE && unit !== WELL)) : undefined)
    if (top?.unit === WELL && top.share > 0.8) {
      const check = await closing()
      if (check.dead) return end(false, check.dead)
      if (!check.cold) return end(true)
      continue
    }
    if (best) {
      if (repairs.includes(best.unit) || repairs.length >= 6)
        return end(false, 'Nothing more that can be asked parts what is left.')
      const [part = ''] = best.unit.split('/')
      const does = /\/setting$/.test(best.unit) ? 'set' : best.unit.includes('/') ? 'replace' : 'remake'
      const request = { ask: 'repair', unit: best.unit, ...(job.parts[part] ? { part } : { wire: part }), do: does }
      const answer = await answerer.ask(request, patience)
      if (typeof answer === 'string') return end(false, answer)
      print({ request, answer, says: best.says, share: best.share })
      repairs.push(best.unit)
      evidence.push({ is: 'repair', unit: best.unit })
      const check = await closing()
      if (check.dead) return end(false, check.dead)
      if (!check.cold) return end(true)
      continue
    }
    const { next } = found
    if (!next || tests >= MOST) return end(false, 'Nothing more can be asked.')
    const request = requestFor(job, next.ask, next.stand)
    const answer = await answerer.ask(request, patience)
    if (typeof answer === 'string') return end(false, answer)
    const shown = shownBy(next.ask, answer)
    print({ request, answer, ...(typeof shown === 'object' ? { passedOver: shown.wrong } : {}) })
    tests++
    if (typeof shown === 'object') {
      refused.add(next.ask.id)
      continue
    }
    minutes += next.minutes
    place = next.ask.place
    evidence.push({ is: 'shown', ask: next.ask.id, stand: next.stand, shown })
  }
}
