import { type ChildProcess, spawn } from 'node:child_process'
import { createInterface } from 'node:readline'
import {
  type Ask,
  type AskForm,
  type AskStand,
  askKind,
  type Evidence,
  FIND_WORDS,
  Finder,
  inReach,
  type Job,
  type Means,
  placeOf,
  putRightBy,
  readIn,
  search,
  type Unit,
  type Wanted,
  wordFor,
} from '@civil-lantern/core'
import type { Complaint } from './complaint.ts'

/** What is looked at, in the words of a request. */
const LOOKS: Readonly<Partial<Record<AskForm, string>>> = { runs: 'running' }
const lookOf = (form: AskForm): string => LOOKS[form] ?? form

/** What a part may show, by what is looked at: the words an answerer may use. */
export const WORDS: Readonly<Record<string, readonly string[]>> = Object.fromEntries(
  Object.entries(FIND_WORDS).map(([form, words]) => [
    lookOf(form as AskForm),
    [...words, ...Object.keys(askKind(form as AskForm).alike ?? {}), 'cannot tell'],
  ]),
)

/** How long the output of a command that has ended may stay open, milliseconds. */
const LINGERS = 500

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
    // What it wrote before it ended is still read: its output ends after it, or soon after where another holds it open.
    this.#child.on('error', end).on('exit', () => setTimeout(end, LINGERS).unref())
    this.#child.stdin!.on('error', () => undefined)
    const lines = createInterface({ input: this.#child.stdout! }).on('close', end)
    lines.on('line', (line) => {
      const waits = this.#waits
      this.#waits = undefined
      if (waits) waits(line)
      else this.#lines.push(line)
    })
  }

  /** @returns the answer; a sentence where there is none that can be read */
  async ask(request: object, patience = PATIENCE): Promise<Record<string, unknown> | string> {
    if (this.#ended && this.#lines.length === 0) return 'The command has ended.'
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

/** How an ask is put to an answerer. */
function requestFor(job: Job, ask: Ask, { calls, power }: AskStand): Record<string, unknown> {
  const around = {
    calls,
    callNames: calls.map((id) => job.zones[id]?.name ?? id),
    seconds: SETTLED,
    power,
    lifted: ask.ask === 'alone' ? [ask.from] : [],
    linked: [],
  }
  if (ask.ask === 'amps')
    return { ask: 'read', mode: 'amps', wire: ask.wire, turns: 1, ...around, place: placeOf(job, ask.from!) }
  if (ask.from !== undefined && ask.to !== undefined) {
    const mode = readIn(ask.ask) === 'Ω' ? 'ohms' : 'loz'
    return { ask: 'read', mode, from: ask.from, to: ask.to, ...around, place: placeOf(job, ask.from) }
  }
  if (ask.ask === 'wiggle') {
    const place = job.places[ask.place]?.name ?? ''
    return { ask: 'act', do: 'wiggle', on: ask.part, ...around, place }
  }
  // The pipe of a zone with one valve is asked of the zone; of several heads each has its own.
  const whole = ask.ask === 'pipe' && !job.zones[ask.zone ?? '']?.alsoValves
  const of = ask.wire ? `wire:${ask.wire}` : whole ? `zone:${ask.zone}` : `part:${ask.part}`
  return {
    ask: 'see',
    of,
    what: lookOf(ask.ask),
    ...(ask.at ? { at: ask.at } : {}),
    ...around,
    place: job.places[ask.place]?.name ?? '',
  }
}

/** Share of a reading by which it must swing to have come and gone. */
const SWINGS = 0.2
/** Everything has been waited for. */
const SETTLED = 600

/** The most a meter shows. */
const MOST: Readonly<Record<Unit, readonly [number, string]>> = { V: [1000, 'V'], A: [1000, 'A'], Ω: [1e9, 'ohm'] }

const IN_WORDS = { V: 'volts', A: 'amps', Ω: 'ohms' } as const

/** What an answer says, as the search takes it; a sentence where it says nothing that can be taken. */
export function shownBy(
  { ask }: Pick<Ask, 'ask'>,
  answer: Record<string, unknown>,
): number | string | { wrong: string } {
  if (typeof answer.refused === 'string') return { wrong: `refused: ${answer.refused}` }
  const unit = readIn(ask)
  if (unit) {
    const { value, low, high } = answer
    if (value === null)
      return unit === 'Ω' ? Number.POSITIVE_INFINITY : { wrong: `a reading in ${IN_WORDS[unit]} cannot be OL` }
    const read =
      typeof value === 'number'
        ? value
        : typeof low === 'number' && typeof high === 'number'
          ? (low + high) / 2
          : undefined
    if (read === undefined) return { wrong: 'a reading needs "value", or "low" and "high"' }
    const [most, named] = MOST[unit]
    if (!Number.isFinite(read) || Math.abs(read) > most) return { wrong: `${read} ${named} is more than a meter shows` }
    return Math.abs(read)
  }
  // A reading watched while something is moved: it stays where it is, or it does not.
  if (ask === 'wiggle' && answer.done === true) return 'steady'
  if (ask === 'wiggle' && typeof answer.low === 'number' && typeof answer.high === 'number')
    return Math.abs(answer.high - answer.low) > SWINGS * Math.abs(answer.high) ? 'comes and goes' : 'steady'
  const { seen } = answer
  const word = typeof seen === 'string' ? wordFor(ask, seen) : undefined
  if (word !== undefined) return word
  return { wrong: `"seen" is one of ${WORDS[lookOf(ask)]!.join(', ')}, not ${JSON.stringify(seen ?? null)}` }
}

/**
 * Searches for what is wrong by asking a command, and closes with the closing check: each zone heats when it calls alone, and all is
 * at rest when nobody does.
 */
export async function findBy(
  job: Job,
  base: ConstructorParameters<typeof Finder>[1],
  complaint: Omit<Complaint, 'says'>,
  command: string,
  {
    deadOnly = false,
    without = [],
    patience = PATIENCE,
    print,
  }: Means & { patience?: number; print: (line: object) => void },
): Promise<number> {
  const begins: Evidence[] = [
    ...complaint.cold.map((zone) => ({ is: 'room' as const, zone, heats: false })),
    ...complaint.heats.map((zone) => ({ is: 'room' as const, zone, heats: true })),
    ...complaint.uncalled.map((zone) => ({ is: 'room' as const, zone, heats: true, calls: [] })),
    ...complaint.rooms,
  ]
  const answerer = new Answerer(command)
  const work = search(
    new Finder(job, base, { told: complaint.told }),
    job,
    [...complaint.cold, ...complaint.uncalled],
    begins,
    inReach({ deadOnly, without }),
  )
  let next = work.next()
  let counted = { tests: 0, minutes: 0 }
  while (!next.done) {
    const wanted = next.value
    const request = requestOf(job, wanted)
    const answer = await answerer.ask(request, patience)
    if (typeof answer === 'string') {
      answerer.close()
      print({ solved: false, repairs: [], suspects: [], ...counted, why: answer })
      return 1
    }
    const shown = wanted.do === 'ask' ? shownBy(wanted.ask, answer) : undefined
    print({
      request,
      answer,
      ...(wanted.do === 'repair' ? { says: wanted.unit.says, share: wanted.unit.share } : {}),
      ...(typeof shown === 'object' ? { passedOver: shown.wrong } : {}),
    })
    if (wanted.do === 'ask' && !wanted.closing)
      counted = { tests: counted.tests + 1, minutes: Number((counted.minutes + wanted.minutes).toFixed(1)) }
    const warm = typeof answer.seen === 'string' && wordFor('pipe', answer.seen) === 'warms'
    next = work.next(wanted.do === 'check' ? warm : typeof shown === 'object' ? undefined : shown)
  }
  const { solved, repairs, units, tests, minutes, why } = next.value
  print({
    solved,
    repairs,
    suspects: units.slice(0, 5).map(({ unit, says, share }) => ({ unit, says, share })),
    tests,
    minutes: Number(minutes.toFixed(1)),
    ...(why ? { why } : {}),
  })
  await answerer.ask({ ask: 'end' }, 1)
  answerer.close()
  return solved ? 0 : 1
}

/** What is put to the answerer for what a search wants done. */
export function requestOf(job: Job, wanted: Wanted): Record<string, unknown> {
  if (wanted.do === 'ask') return requestFor(job, wanted.ask, wanted.stand)
  if (wanted.do === 'repair') {
    const { unit } = wanted.unit
    const [id = ''] = unit.split('/')
    return { ask: 'repair', unit, ...(job.parts[id] ? { part: id } : { wire: id }), do: putRightBy(job, unit) }
  }
  const { zone, calls } = wanted
  return {
    ask: 'see',
    of: `zone:${zone}`,
    what: 'pipe',
    calls,
    callNames: calls.map((id) => job.zones[id]?.name ?? id),
    seconds: SETTLED,
    power: true,
  }
}
