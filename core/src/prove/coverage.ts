import type { InstalledPart } from '../circuit/netlist.ts'
import { netlistOf, terminalName } from '../circuit/netlist.ts'
import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import { is } from '../motion/plays.ts'
import type { Contact } from '../parts/element.ts'
import { catalogue } from '../parts/index.ts'
import type { PartKind, State } from '../parts/kind.ts'
import { contactName } from '../words/words.ts'
import { ProveBench } from './prove-bench.ts'
import type { Because, NotCovered, Script, Step } from './step.ts'

/** What is watched: a contact of a part, or a load of it, in both of its states. */
interface Watched {
  readonly part: InstalledPart
  readonly contact?: string
  readonly on: (bench: ProveBench) => boolean
  /** A hand sets it as the plant is fitted, and no call moves it. */
  readonly set?: boolean
}

/** Guards open only when something is wrong: nobody makes that happen to try them. */
const guards = new Set(['supply', 'safety'])

/**
 * How much of a plant a script exercises: each operated contact made and open, each load on and off, each circuit shown to be
 * apart from the others. Found by bringing the sound plant through the steps and watching. Beside it the fewest steps any
 * script could do it in.
 */
export function coverageOf(job: Job, steps: readonly Step[]): Script['coverage'] {
  const watched = watchedIn(job)
  const met = steps.map(() => new Set<string>())
  const bench = new ProveBench(job)
  for (const [i, step] of steps.entries()) {
    bench.bring(step)
    for (const [at, one] of watched.entries()) met[i]!.add(`${at} ${one.on(bench)}`)
  }
  const seen = new Set(met.flatMap((all) => [...all]))
  const separations = steps.flatMap(({ reads }) => reads.filter(({ separates }) => separates)).length
  const notCovered = watched.flatMap((one, at): NotCovered[] => {
    const [makes, opens] = [seen.has(`${at} true`), seen.has(`${at} false`)]
    if (makes && opens) return []
    const { part, contact } = one
    return [{ part: part.id, contact, never: makes ? 'open' : 'make', because: whyNot(one) }]
  })
  const of = watched.length + separations
  for (const [i, step] of steps.entries()) met[i]!.add(aimOf(step))
  return { done: of - notCovered.length, of, notCovered, fewest: apartIn(met) }
}

/**
 * What a step is there for beyond the contacts and loads it happens to move. Two steps with one aim could be one: the same
 * zones called from nothing, the same isolator open, the same thing tried.
 */
const aimOf = ({ id, calls, opened, dead, byMeter, feature }: Step): string =>
  dead || byMeter || feature || id === 'back' || id === 'off' ? id : `${opened.join()} ${[...calls].sort().join()}`

/**
 * Aims no two of which one step meets, taken one after the other, the rarest first: there have to be at least as many steps as
 * those are, whatever the script.
 */
function apartIn(met: readonly ReadonlySet<string>[]): number {
  const metBy = new Map<string, Set<number>>()
  for (const [step, aims] of met.entries())
    for (const aim of aims) metBy.set(aim, (metBy.get(aim) ?? new Set()).add(step))
  const taken = new Set<number>()
  let count = 0
  for (const steps of [...metBy.values()].sort((a, b) => a.size - b.size)) {
    if ([...steps].some((step) => taken.has(step))) continue
    for (const step of steps) taken.add(step)
    count++
  }
  return count
}

function whyNot({ part: { kind }, set }: Watched): Because {
  if (set) return 'set by hand'
  if (kind.roles.byHeat) return 'by heat'
  if (kind.class === 'protection') return 'by current'
  return kind.class === 'boiler' || kind.class === 'burner' || guards.has(kind.class) ? 'licensed' : 'nobody'
}

function watchedIn(job: Job): Watched[] {
  const found: Watched[] = []
  const landed = new Set(Object.values(job.wires).flatMap(({ from, to }) => [terminalName(from), terminalName(to)]))
  const { volts, hertz } = mains(job.practice)
  for (const part of netlistOf(job, catalogue).parts.values()) {
    const { id, kind, figures } = part
    // Where nothing is landed nothing hangs on what it makes or opens.
    const isSpare = (terminal: string) =>
      kind.terminals[terminal] !== undefined && !landed.has(terminalName({ part: id, terminal }))
    const load = (['running', 'told', 'flame'] as const).find((role) => kind.roles[role] !== undefined)
    if (load) found.push({ part, on: ({ simulation }) => is(simulation, part, load) })
    if (kind.class === 'valve') found.push({ part, on: (bench) => bench.shows({ part: id, looks: 'open' }) })
    if (kind.class === 'joint') continue
    for (const element of kind.inside(figures, { lineVolts: volts, hertz }))
      if (element.form === 'contact' && element.operated && ![element.a, element.b].some(isSpare))
        found.push({
          part,
          contact: contactName(job, id, element.name) ?? inWords(element.name),
          on: ({ simulation }) => element.closed(simulation.stateOf(id)),
          set: kind.class === 'boiler' && isSet(kind, element),
        })
  }
  return found
}

/** Does a hand at one of its part's controls make or open a contact? */
const isSet = (kind: PartKind, { closed }: Contact<State>): boolean =>
  (kind.controls ?? []).some(
    (control) =>
      'options' in control &&
      control.options.some(({ value }) => closed({ ...kind.state, [control.state]: value }) !== closed(kind.state)),
  )

const inWords = (name: string) =>
  name
    .replace(/([A-Z])/g, ' $1')
    .replace(/(\d+)$/, ' $1')
    .toLowerCase()
