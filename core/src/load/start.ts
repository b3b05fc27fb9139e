import type { Branch } from '../circuit/netlist.ts'
import type { Simulation } from '../motion/simulation.ts'
import { transformersOf } from './transformers.ts'

/** What a contact with a rating, a fuse or a breaker carries while a plant starts, and once it is at rest; amps. */
export interface Carries {
  readonly part: string
  readonly element: string
  /** What it may carry; a fuse or a breaker: what it is rated. */
  readonly may: number
  readonly guards: boolean
  /** At most, from the first moment on. */
  readonly amps: number
  /** Once everything is at rest. */
  readonly held: number
  /** Seconds for which it is more than it may be, until everything is at rest. */
  readonly over: number
}

/** How a plant starts: what its contacts carry, by the branch they are, and its transformers from one event to the next. */
export interface Start {
  readonly contacts: ReadonlyMap<string, Carries>
  readonly transformers: ReadonlyMap<string, readonly { readonly at: number; readonly va: number }[]>
}

/**
 * Lets a plant come to rest and looks at it on the way, each time something has happened: wax that is cold and motors that
 * run draw more than they do once their valves are open.
 * @example
 * simulation.setTogether(asking(job, ['z1'], true))
 * startOf(simulation).contacts.get('TS1.contact') // amps 0.81, held 0.29
 */
export function startOf(simulation: Simulation): Start {
  const rated = ratedIn(simulation)
  const transformers = new Map<string, { at: number; va: number }[]>()
  const begun = simulation.now
  let before = begun
  const look = () => {
    const since = simulation.now - before
    before = simulation.now
    for (const { part, va } of transformersOf(simulation)) {
      const moments = transformers.get(part) ?? []
      moments.push({ at: simulation.now - begun, va })
      transformers.set(part, moments)
    }
    for (const { branch, carries } of rated) {
      if (carries.held > carries.may) carries.over += since
      carries.held = simulation.circuit.flow(branch)
      carries.amps = Math.max(carries.amps, carries.held)
    }
  }
  look()
  simulation.settle(undefined, look)
  return { contacts: new Map(rated.map(({ branch, carries }) => [branch.id, carries])), transformers }
}

/** Every contact with a rating, fuse and breaker; none carries anything yet. */
function ratedIn({ netlist }: Simulation): { readonly branch: Branch; readonly carries: Mutable<Carries> }[] {
  return [...netlist.parts.values()].flatMap(({ id, kind, figures, branches }) => {
    const guards = kind.class === 'protection' || kind.roles.blown !== undefined
    const figure = kind.ratings ?? {}
    return [...branches].flatMap(([element, branch]) => {
      const may = guards ? figures.amps : figures[figure[element] ?? '']
      return may === undefined
        ? []
        : [{ branch, carries: { part: id, element, may, guards, amps: 0, held: 0, over: 0 } }]
    })
  })
}

type Mutable<T> = { -readonly [key in keyof T]: T[key] }
