import { createInterface } from 'node:readline'
import { type Ask, type AskForm, FIND_WORDS, type Job, StandInWall, type Supposition } from '@civil-lantern/core'

/**
 * A wall for the desk on the command line: reads one question a line, answers it as a plant with this wrong would, until it is
 * told to end. What `lantern find` asks, it understands.
 */
export async function standInWall(job: Job, wrong: readonly Supposition[]): Promise<number> {
  const wall = new StandInWall(job, wrong)
  for await (const line of createInterface({ input: process.stdin })) {
    let asked: Record<string, unknown>
    try {
      asked = JSON.parse(line)
    } catch {
      say({ refused: 'That is no JSON.' })
      continue
    }
    if (asked.ask === 'end') return 0
    say(answer(wall, asked))
  }
  return 0
}

/** What is watched while something is moved, where it comes and goes: volts of the circuit. */
const VOLTS = 24

const say = (value: object) => process.stdout.write(`${JSON.stringify(value)}\n`)

function answer(wall: StandInWall, request: Record<string, unknown>): object {
  const { ask, of, what, mode, from, to, wire, calls, unit, power, lifted } = request
  const stand = { calls: Array.isArray(calls) ? calls.map(String) : [], power: power !== false }
  if (ask === 'repair') {
    wall.repair(String(unit))
    return { done: true }
  }
  const asked = (one: Partial<Ask> & Pick<Ask, 'ask'>): Ask => ({
    id: '',
    power: stand.power,
    place: '',
    minutes: 0,
    says: '',
    ...one,
  })
  if (ask === 'read' && mode === 'amps') {
    const id = String(wire)
    return wall.job.wires[id]
      ? { value: wall.shows(asked({ ask: 'amps', wire: id }), stand) }
      : { refused: `no wire ${id}` }
  }
  if (ask === 'read') {
    const alone = Array.isArray(lifted) && lifted.length > 0
    const form = mode === 'ohms' ? (alone ? 'alone' : 'ohms') : 'volts'
    const point = String(from)
    for (const end of [from, to])
      if (!wall.job.parts[String(end).split('.')[0]!]) return { refused: `no terminal ${String(end)}` }
    const value = wall.shows(
      asked({ ask: form, from: point, to: String(to), part: point.slice(0, point.indexOf('.')) }),
      stand,
    )
    return value === Number.POSITIVE_INFINITY ? { value: null, shows: 'OL' } : { value }
  }
  if (ask === 'act' && request.do === 'wiggle') {
    const part = String(request.on)
    if (!wall.job.parts[part]) return { refused: `no part ${part}` }
    const comes = wall.shows(asked({ ask: 'wiggle', part }), stand) !== 'steady'
    return comes ? { low: 0, high: VOLTS } : { done: true }
  }
  if (ask !== 'see') return { refused: `${String(ask)} is not asked of this wall.` }
  const [kind, id = ''] = String(of).split(':')
  if (kind === 'zone')
    return wall.job.zones[id]
      ? { seen: wall.shows(asked({ ask: 'pipe', zone: id }), stand) === 'warms' ? 'hot' : 'cold' }
      : { refused: `no zone ${id}` }
  if (kind === 'wire' ? !wall.job.wires[id] : !wall.job.parts[id]) return { refused: `no ${kind} ${id}` }
  const form = what === 'running' ? 'runs' : what
  if (typeof form !== 'string' || !FIND_WORDS[form]) return { refused: `nobody looks at "${String(what)}" here` }
  const at = request.at === undefined ? {} : { at: String(request.at) }
  return {
    seen: wall.shows(asked({ ask: form as AskForm, ...(kind === 'wire' ? { wire: id } : { part: id }), ...at }), stand),
  }
}
