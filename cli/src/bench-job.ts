import { readFile } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import {
  ask,
  askingOf,
  benchWith,
  checkSupposition,
  circuitOf,
  type Job,
  kindOf,
  plannedJob,
  reshaped,
  type Simulation,
  type StateValue,
  type Supposition,
  usualCircuit,
  type Which,
  zonesInOrder,
} from '@civil-lantern/core'
import { type JobFile, readJobFile } from '@civil-lantern/core/validate'
import { Refused } from './refused.ts'

const many = { type: 'string', multiple: true } as const
const one = { type: 'string' } as const

const options = {
  as: one,
  call: many,
  set: many,
  fault: many,
  figure: many,
  joint: many,
  supply: one,
  suppose: many,
  break: many,
  lift: many,
  from: one,
  to: one,
  mode: one,
  wire: one,
  turns: one,
  at: one,
  way: one,
  script: one,
  until: one,
  complaint: one,
  'answers-from': one,
  'dead-only': { type: 'boolean' },
  without: one,
  patience: one,
  out: one,
  for: one,
  written: many,
} as const

function parsed(args: string[]) {
  try {
    return parseArgs({ args, options, allowPositionals: true })
  } catch (error) {
    throw new Refused(error instanceof Error ? error.message : String(error))
  }
}
type Values = ReturnType<typeof parsed>['values']

/** What a command works on: the job with one of its circuits, and what is wrong with that. */
export interface OnBench {
  readonly as: Which
  readonly job: Job
  readonly supposed: readonly Supposition[]
  readonly hands: ReturnType<typeof circuitOf>['hands']
  readonly values: Values
}

/** The options and the one job file of a command, as it was read. */
export async function fileAndOptions(args: string[]): Promise<{ file: JobFile; name: string; values: Values }> {
  const { values, positionals } = parsed(args)
  const [name, ...extra] = positionals
  if (name === undefined) throw new Refused('Name a job file.')
  if (extra.length > 0) throw new Refused(`One job file at a time; ${extra.join(' ')} is too much.`)
  return { file: await fileFrom(name), name, values }
}

/** Two job files: the wall as the first has it found, or planned where nobody was there, and the plan of the second. */
export async function twoJobs(args: string[]): Promise<[found: Job, plan: Job]> {
  const { positionals } = parsed(args)
  const [first, second, ...extra] = positionals
  if (first === undefined || second === undefined || extra.length > 0)
    throw new Refused('Name two job files: what was found, then the plan.')
  const [found, plan] = await Promise.all([fileFrom(first), fileFrom(second)])
  const { job } = circuitOf(found.document, found.entries, usualCircuit(found.document, found.entries))
  return [job, plannedJob(plan.document)]
}

/** The options and the one job file of a command, with the circuit it is about. */
export async function jobAndOptions(args: string[]): Promise<OnBench> {
  const { file: read, name: file, values } = await fileAndOptions(args)
  const as = values.as ?? usualCircuit(read.document, read.entries)
  if (as !== 'planned' && as !== 'found') throw new Refused(`--as is planned or found, not "${as}".`)
  const { job, supposed, hands } = circuitOf(read.document, read.entries, as)
  // A file of the first version held what its user tried: it is applied, and said.
  const { tried, notes } = read.beside
  for (const note of notes) process.stderr.write(`lantern: ${file}: ${note}\n`)
  if (tried.supposed.length > 0)
    process.stderr.write(`lantern: ${file}: applied as tried: ${tried.supposed.map(({ id }) => id).join(', ')}\n`)
  const wanted = [...supposed, ...tried.supposed, ...suppositions(job, values)]
  return { as, job, supposed: wanted, hands: { ...hands, ...tried.hands }, values }
}

/** A job file on the bench: read, altered for this run, its calls made, and settled. */
export async function onTheBench(args: string[]) {
  const { as, job: asWired, supposed, hands, values } = await jobAndOptions(args)
  const job = reshaped(asWired, supposed)
  const simulation = benchWith(asWired, supposed, hands)
  for (const name of values.call ?? []) ask(simulation, job, zoneOf(job, name), true)
  for (const assignment of values.set ?? []) assign(simulation, assignment)
  const seconds = values.at === undefined ? undefined : numberIn('--at', values.at)
  if (seconds !== undefined) simulation.runTo(seconds)
  const settled =
    seconds === undefined ? simulation.settle() : { atRest: !simulation.moving, buzzing: simulation.buzzing }
  return { as, job, supposed, simulation, settled, values }
}

/** What the options suppose, each refused with the names there are where the job has no such thing. */
function suppositions(job: Job, values: Values): Supposition[] {
  const all: Supposition[] = [
    ...(values.fault ?? []).map((name) => ({ id: `part:${dotted('--fault', name).join('/')}` })),
    ...(values.figure ?? []).map((text) => {
      const [name, value] = valued('--figure', text)
      const [part, figure] = dotted('--figure', name)
      return { id: `part:${part}/figure.${figure}`, value }
    }),
    ...(values.joint ?? []).map((text) => {
      const [name, value] = valued('--joint', text)
      return { id: `${name.startsWith('wire:') ? name : `wire:${name}`}/ohms`, value }
    }),
    ...(values.supply === undefined ? [] : [{ id: 'supply/volts', value: numberIn('--supply', values.supply) }]),
    ...(values.break ?? []).map((name) => ({ id: `wire:${name.replace(/^wire:/, '')}/open` })),
    ...(values.lift ?? []).flatMap((point) => lifted(job, point)),
    ...(values.suppose ?? []).map((text) => {
      const [id = '', value] = text.split('=')
      return value === undefined ? { id } : { id, value: numberIn('--suppose', value) }
    }),
  ]
  for (const one of all) {
    const checked = checkSupposition(job, one)
    if (!checked.ok) throw new Refused(`${checked.failures[0]!.says} ${checked.failures[0]!.remedy}`)
  }
  return all
}

function valued(option: string, text: string): [string, number] {
  const at = text.lastIndexOf('=')
  if (at < 1) throw new Refused(`${option} "${text}" is not NAME=VALUE.`)
  return [text.slice(0, at), numberIn(option, text.slice(at + 1))]
}

function dotted(option: string, name: string): [string, string] {
  const dot = name.indexOf('.')
  if (dot < 1) throw new Refused(`${option} "${name}" is not part.name.`)
  return [name.slice(0, dot), name.slice(dot + 1)]
}

export function numberIn(option: string, text: string): number {
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value)) throw new Refused(`${option} "${text}" is not a number.`)
  return value
}

export async function fileFrom(file: string): Promise<JobFile> {
  let text: string
  try {
    text = (await readFile(file, 'utf8')).replace(/^\uFEFF/, '')
  } catch {
    throw new Refused(`${file} cannot be read. Name an existing job file.`)
  }
  const read = readJobFile(text)
  if (!read.ok) throw new Refused(`${file}: ${read.failures[0]!.says} ${read.failures[0]!.remedy}`)
  return read.value
}

/** The id of a zone named or numbered on the command line. */
export function zoneOf(job: Job, name: string): string {
  const zones = zonesInOrder(job)
  const zone = zones.find((z) => z.name === name || z.id === name)
  if (!zone)
    throw new Refused(`There is no zone "${name}". The zones are: ${zones.map((z) => z.name).join(', ') || 'none'}.`)
  if (!askingOf(job, zone)) throw new Refused(`Zone "${name}" has no thermostat of its own yet.`)
  return zone.id
}

/** Every conductor landed on a terminal, lifted off it. */
function lifted(job: Job, point: string): Supposition[] {
  const [part, terminal] = splitPoint(point)
  const known = job.parts[part] && kindOf(job.parts[part])?.terminals[terminal]
  if (!known) throw new Refused(`There is no terminal ${point} in this job.`)
  const found = Object.entries(job.wires).flatMap(([id, wire]) =>
    (['from', 'to'] as const).flatMap((end) =>
      wire[end].part === part && wire[end].terminal === terminal ? [{ id: `wire:${id}.${end}/lifted` }] : [],
    ),
  )
  if (found.length === 0) throw new Refused(`No wire is landed on ${point}.`)
  return found
}

export function assign(simulation: Simulation, assignment: string) {
  const match = /^([^.=]+)\.([^.=]+)=(.*)$/.exec(assignment)
  if (!match) throw new Refused(`"${assignment}" is not part.state=value.`)
  const [, part, state, text] = match as unknown as [string, string, string, string]
  if (!simulation.has(part)) throw new Refused(`There is no part ${part} in this job.`)
  const now = simulation.stateOf(part)
  if (!(state in now))
    throw new Refused(`${part} has no state ${state}. It has: ${Object.keys(now).join(', ') || 'none'}.`)
  simulation.set(part, state, valueLike(now[state]!, text, assignment))
}

function valueLike(like: StateValue, text: string, assignment: string): StateValue {
  if (typeof like === 'string') return text
  if (typeof like === 'boolean') {
    if (text === 'true' || text === 'false') return text === 'true'
    throw new Refused(`"${assignment}": this state is true or false.`)
  }
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value)) throw new Refused(`"${assignment}": this state is a number.`)
  return value
}

export function splitPoint(point: string): [string, string] {
  const dot = point.indexOf('.')
  if (dot < 1) throw new Refused(`"${point}" is not part.terminal.`)
  return [point.slice(0, dot), point.slice(dot + 1)]
}
