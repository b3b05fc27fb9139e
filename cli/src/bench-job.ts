import { readFile } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import { ask, askingOf, type Job, kindOf, Simulation, type StateValue, zonesInOrder } from '@civil-lantern/core'
import { readJob } from '@civil-lantern/core/validate'
import { Refused } from './refused.ts'

const many = { type: 'string', multiple: true } as const
const one = { type: 'string' } as const

const options = {
  call: many,
  set: many,
  break: many,
  lift: many,
  from: one,
  to: one,
  mode: one,
  way: one,
  script: one,
  until: one,
} as const

function parsed(args: string[]) {
  try {
    return parseArgs({ args, options, allowPositionals: true })
  } catch (error) {
    throw new Refused(error instanceof Error ? error.message : String(error))
  }
}

/** The options and the one job file of a command. */
export async function jobAndOptions(args: string[]) {
  const { values, positionals } = parsed(args)
  const [file, ...extra] = positionals
  if (file === undefined) throw new Refused('Name a job file.')
  if (extra.length > 0) throw new Refused(`One job file at a time; ${extra.join(' ')} is too much.`)
  return { job: await jobFrom(file), values }
}

/** A job file on the bench: read, altered for this run, its calls made, and settled. */
export async function onTheBench(args: string[]) {
  const { job, values } = await jobAndOptions(args)
  for (const name of values.break ?? []) breakWire(job, name)
  for (const point of values.lift ?? []) lift(job, point)
  const simulation = new Simulation(job)
  for (const name of values.call ?? []) ask(simulation, job, zoneOf(job, name), true)
  for (const assignment of values.set ?? []) assign(simulation, assignment)
  const settled = simulation.settle()
  return { job, simulation, settled, values }
}

async function jobFrom(file: string): Promise<Job> {
  let text: string
  try {
    text = await readFile(file, 'utf8')
  } catch {
    throw new Refused(`${file} cannot be read. Name an existing job file.`)
  }
  const read = readJob(text)
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

function breakWire(job: Job, name: string) {
  const wire = job.wires[name.replace(/^wire:/, '')]
  if (!wire) throw new Refused(`There is no wire ${name}. Name one as wire:ID, such as wire:w7.`)
  wire.broken = true
}

function lift(job: Job, point: string) {
  const [part, terminal] = splitPoint(point)
  const known = job.parts[part] && kindOf(job.parts[part])?.terminals[terminal]
  if (!known) throw new Refused(`There is no terminal ${point} in this job.`)
  let lifted = 0
  for (const wire of Object.values(job.wires))
    for (const end of ['from', 'to'] as const)
      if (wire[end].part === part && wire[end].terminal === terminal) {
        wire.lifted = { ...wire.lifted, [end]: true }
        lifted++
      }
  if (lifted === 0) throw new Refused(`No wire is landed on ${point}.`)
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
