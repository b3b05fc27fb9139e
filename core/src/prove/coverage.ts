import type { InstalledPart } from '../circuit/netlist.ts'
import { netlistOf } from '../circuit/netlist.ts'
import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import { is } from '../motion/plays.ts'
import { catalogue } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import { ProveBench } from './prove-bench.ts'
import type { NotCovered, Script, Step } from './step.ts'

/** What is watched: a contact of a part, or a load of it, in both of its states. */
interface Watched {
  readonly says: string
  readonly part: InstalledPart
  readonly on: (bench: ProveBench) => boolean
}

/** Guards open only when something is wrong: nobody makes that happen to try them. */
const guards = new Set(['supply', 'safety'])

/**
 * How much of a plant a script exercises: each operated contact made and open, each load on and off, each circuit shown to be
 * apart from the others. Found by bringing the sound plant through the steps and watching.
 */
export function coverageOf(job: Job, steps: readonly Step[]): Script['coverage'] {
  const watched = watchedIn(job)
  const seen = new Map(watched.map((one) => [one, new Set<boolean>()]))
  const bench = new ProveBench(job)
  for (const step of steps) {
    bench.bring(step)
    for (const one of watched) seen.get(one)!.add(one.on(bench))
  }
  const separations = steps.flatMap(({ reads }) => reads.filter(({ separates }) => separates)).length
  const notCovered = watched.flatMap((one): NotCovered[] => {
    const states = seen.get(one)!
    if (states.size === 2) return []
    const only = states.has(true) ? 'never opens' : 'never makes'
    return [{ says: one.says, why: whyNot(one.part, only) }]
  })
  const of = watched.length + separations
  return { done: of - notCovered.length, of, notCovered }
}

function whyNot({ kind }: InstalledPart, only: string): string {
  if (kind.roles?.byHeat) return `${only} here: only a fire opens it`
  if (kind.class === 'protection')
    return `${only} here: only too much current opens it, and nobody makes that to try it`
  if (kind.class === 'boiler' || kind.class === 'burner' || guards.has(kind.class))
    return `${only} here: flame, spill, roll-out and low water are for licensed people`
  return `${only} in any state this plant can be called into`
}

function watchedIn(job: Job): Watched[] {
  const found: Watched[] = []
  const { volts, hertz } = mains(job.practice)
  for (const part of netlistOf(job, catalogue).parts.values()) {
    const { id, kind, figures } = part
    const name = labelOf(job, id)
    const load = (['running', 'told', 'flame'] as const).find((role) => kind.roles?.[role] !== undefined)
    if (load) found.push({ says: name, part, on: ({ simulation }) => is(simulation, part, load) })
    if (kind.class === 'valve')
      found.push({ says: name, part, on: (bench) => bench.shows({ part: id, looks: 'open' }) })
    if (kind.class === 'joint') continue
    for (const element of kind.inside(figures, { lineVolts: volts, hertz }))
      if (element.form === 'contact' && element.operated)
        found.push({
          says: `${name}, ${inWords(element.name)}`,
          part,
          on: ({ simulation }) => element.closed(simulation.stateOf(id)),
        })
  }
  return found
}

const inWords = (name: string) =>
  name
    .replace(/([A-Z])/g, ' $1')
    .replace(/(\d+)$/, ' $1')
    .toLowerCase()
