import type { Job } from '../job/schema.ts'
import { count, is, stuck } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { labelOf, type Sentence } from '../words/words.ts'
import { liveBy } from './live.ts'
import type { Loops } from './loops.ts'
import { boilersTold, withheld } from './plant.ts'
import type { Strip } from './strip.ts'
import type { ZoneStanding } from './zone-state.ts'

/** A pump that runs with nobody calling, and no boiler that runs it on. */
export function idlePumps(simulation: Simulation, job: Job, zones: readonly ZoneStanding[]): Sentence[] {
  const parts = [...simulation.netlist.parts.values()]
  const excused =
    zones.some(({ calling, moving, proven, trouble }) => calling || moving || proven || trouble) ||
    boilersTold(simulation).length > 0 ||
    parts.some((part) => count(simulation, part, 'runOn') > 0)
  if (excused) return []
  return parts
    .filter((part) => part.kind.class === 'pump' && is(simulation, part, 'running'))
    .map(({ id, kind }) => [
      { text: labelOf(job, id), part: id, wrong: true },
      { text: ' runs though nobody calls: ' },
      ...liveBy(simulation, job, `${id}.${kind.roles.work}`, 'it is fed'),
      { text: '.' },
    ])
}

/** What waits on purpose: normal, not faulty, each a sentence. */
export function onPurpose(simulation: Simulation, job: Job, loops: Loops): string[] {
  const says: string[] = []
  for (const part of simulation.netlist.parts.values()) {
    const left = count(simulation, part, 'runOn')
    if (left > 0 && !is(simulation, part, 'told'))
      says.push(`${labelOf(job, part.id)} runs its pump on for ${Math.ceil(left)} s.`)
    if (is(simulation, part, 'keepsWarm')) says.push(`${labelOf(job, part.id)} keeps its stored water warm.`)
    if (is(simulation, part, 'told') && is(simulation, part, 'limitOpen') && !stuck(simulation, part, 'limitOpen'))
      says.push(`${labelOf(job, part.id)} is at its high limit: the burner waits until the water has cooled.`)
  }
  for (const strip of loops.shared) {
    if (!isAnswer(simulation, strip) || strip.complete) continue
    const held = withheld(simulation, strip)
    // A panel that keeps one pump off for another's sake is as it should be: nobody waits for anything.
    if (held && held.by.kind.class !== 'panel' && !is(simulation, held.by, 'limitOpen'))
      says.push(`${labelOf(job, held.by.id)}: ${held.why}.`)
  }
  return [...new Set(says)]
}

/** Is it the loop of what answers a call: a pump, a burner? */
export const isAnswer = (simulation: Simulation, strip: Strip) => {
  const kind = simulation.netlist.parts.get(strip.subject.part)?.kind
  return kind?.class === 'pump' || kind?.class === 'burner'
}

/** Do boilers and pumps stand still? */
export const atRest = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].every(
    (part) =>
      !(part.kind.class === 'pump' && is(simulation, part, 'running')) &&
      count(simulation, part, 'runOn') === 0 &&
      !is(simulation, part, 'keepsWarm'),
  )
