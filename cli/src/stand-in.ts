import { createInterface } from 'node:readline'
import { type Ask, type Job, StandInWall, type Supposition } from '@civil-lantern/core'

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

const say = (value: object) => process.stdout.write(`${JSON.stringify(value)}\n`)

function answer(wall: StandInWall, { ask, of, what, from, to, calls, unit }: Record<string, unknown>): object {
  const stand = Array.isArray(calls) ? calls.map(String) : []
  const [kind, id = ''] = String(of).split(':')
  const asked = (one: Partial<Ask> & Pick<Ask, 'ask'>): Ask => ({ id: '', place: '', minutes: 0, says: '', ...one })
  if (ask === 'repair') {
    wall.repair(String(unit))
    return { done: true }
  }
  if (ask === 'read') return { value: wall.shows(asked({ ask: 'volts', from: String(from), to: String(to) }), stand) }
  if (ask !== 'see') return { refused: `${String(ask)} is not asked of this wall.` }
  if (kind === 'zone')
    return wall.job.zones[id] ? { seen: wall.heats(id) ? 'hot' : 'cold' } : { refused: `no zone ${id}` }
  if (!wall.job.parts[id]) return { refused: `no part ${id}` }
  if (what === 'lever') return { seen: wall.shows(asked({ ask: 'lever', part: id }), stand) }
  return { seen: wall.shows(asked({ ask: 'runs', part: id }), stand) === 'yes' ? 'runs' : 'stands' }
}
