import type { End, Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { terminalInWords } from '../words/words.ts'

/** One terminal of a wiring centre: what meets there. */
export interface TerminalPlan {
  readonly terminal: string
  readonly marking: string
  /** What the potential is called. */
  readonly name: string
  /** Ends of the conductors landed here, in words, links aside. */
  readonly landed: readonly { readonly wire: string; readonly label: string; readonly says: string }[]
  /** Markings of the terminals it is linked to. */
  readonly links: readonly string[]
  readonly holds: number
  readonly takes: number
}

export interface CentrePlan {
  readonly part: string
  readonly label: string
  readonly terminals: readonly TerminalPlan[]
  readonly free: number
}

export interface TerminalsPlan {
  readonly centres: readonly CentrePlan[]
  /** Terminals one more zone would take, and whether they are there. */
  readonly zoneTakes: number
  readonly roomForZone: boolean
}

const isCentre = (job: Job, part: string) => kindOf(job.parts[part])?.roles.centre === true

/** The terminal chart of every wiring centre: numbers, potentials, conductors, links, and room to grow. */
export function terminalsPlan(job: Job): TerminalsPlan | undefined {
  const ids = Object.keys(job.parts).filter((id) => isCentre(job, id))
  if (ids.length === 0) return undefined
  const wires = Object.entries(job.wires)
  const key = ({ part, terminal }: End) => `${part}.${terminal}`
  const name = potentialNames(job)
  const centres = ids.map((part): CentrePlan => {
    const kind = kindOf(job.parts[part]!)!
    const terminals = Object.entries(kind.terminals).map(([terminal, { marking, takes }]): TerminalPlan => {
      const here = wires.flatMap(([wire, { from, to, label }]) => {
        const other = key(from) === `${part}.${terminal}` ? to : key(to) === `${part}.${terminal}` ? from : undefined
        return other ? [{ wire, label, other }] : []
      })
      return {
        terminal,
        marking,
        name: here.length > 0 ? (name.get(`${part}.${terminal}`) ?? '') : '',
        landed: here
          .filter(({ other }) => !isCentre(job, other.part))
          .map(({ wire, label, other }) => ({ wire, label, says: terminalInWords(job, other.part, other.terminal) })),
        links: here
          .filter(({ other }) => isCentre(job, other.part))
          .map(({ other }) => terminalInWords(job, other.part, other.terminal)),
        holds: here.length,
        takes,
      }
    })
    return {
      part,
      label: job.parts[part]!.label,
      terminals,
      free: terminals.filter(({ holds }) => holds === 0).length,
    }
  })
  const zones = Object.keys(job.zones).length
  const own = new Set([...name.values()].filter((says) => /\d/.test(says)))
  const zoneTakes = Math.max(1, Math.ceil(own.size / Math.max(1, zones)))
  return { centres, zoneTakes, roomForZone: centres.reduce((sum, { free }) => sum + free, 0) >= zoneTakes }
}

/** What each terminal of the centres is, by what meets there, links followed. */
function potentialNames(job: Job): Map<string, string> {
  const ends = new Map<string, End[]>()
  const linked = new Map<string, Set<string>>()
  const note = (here: End, other: End) => {
    const key = `${here.part}.${here.terminal}`
    if (isCentre(job, other.part)) {
      const others = linked.get(key) ?? new Set()
      linked.set(key, others.add(`${other.part}.${other.terminal}`))
    } else ends.set(key, [...(ends.get(key) ?? []), other])
  }
  for (const { from, to } of Object.values(job.wires)) {
    if (isCentre(job, from.part)) note(from, to)
    if (isCentre(job, to.part)) note(to, from)
  }
  const names = new Map<string, string>()
  for (const start of new Set([...ends.keys(), ...linked.keys()])) {
    const group = new Set([start])
    for (const key of group) for (const next of linked.get(key) ?? []) group.add(next)
    names.set(
      start,
      nameOf(
        job,
        [...group].flatMap((key) => ends.get(key) ?? []),
      ),
    )
  }
  return names
}

function nameOf(job: Job, ends: readonly End[]): string {
  const roles = ends.map((end) => {
    const kind = kindOf(job.parts[end.part])
    return { end, kind, terminal: kind?.terminals[end.terminal] }
  })
  const has = (test: (role: string) => boolean) => roles.find(({ terminal }) => terminal && test(terminal.role))
  if (roles.some(({ terminal }) => terminal?.circuit === 'earth')) return 'earth'
  if (has((role) => role.startsWith('neutral'))) return 'neutral'
  if (roles.some(({ kind, end }) => (kind?.class === 'switch' || kind?.class === 'supply') && /^l/.test(end.terminal)))
    return 'permanent live'
  const clock = roles.find(({ kind }) => kind?.class === 'clock')
  if (clock) return clock.terminal?.role ?? ''
  const spare = roles.find(({ kind, end }) => kind?.hookup?.spare?.includes(end.terminal))
  if (spare) return `${job.parts[spare.end.part]!.label}, spare rest contact`
  const called = roles.find(({ kind, end }) => kind?.class === 'thermostat' && kind.hookup?.call === end.terminal)
  if (called) return `${job.parts[called.end.part]!.label}, switched live`
  const proven = roles.filter(({ kind, end }) => kind?.class === 'valve' && kind.hookup?.proof?.[1] === end.terminal)
  if (proven.length === 1 && proven[0]) return `${job.parts[proven[0].end.part]!.label}, proven`
  return proven.length > 1 || has((role) => role === 'switched live')
    ? 'proven, all valves'
    : (roles[0]?.terminal?.role ?? '')
}
