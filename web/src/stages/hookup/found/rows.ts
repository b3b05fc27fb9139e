import {
  type Deduced,
  type Entry,
  type Found,
  type Job,
  kindOf,
  markingOf,
  type PartKind,
  pointInWords,
  takenBack,
  terminalsInOrder,
  type Wire,
} from '@civil-lantern/core'
import type { Traced } from '../../../workers/judge.worker.ts'

/** A conductor as it is written down at one terminal. */
export interface Written {
  readonly wire: string
  readonly label: string
  readonly colour: string
  /** Where it goes, in words; undefined where nobody knows. */
  readonly to: string | undefined
  readonly seen: boolean
}

/** A terminal, or all ways of a joint, with the conductors on it. */
export interface Row {
  readonly part: string
  readonly terminal: string
  readonly marking: string
  readonly role: string
  readonly conductors: readonly Written[]
  /** All ways of a joint. */
  readonly ways: boolean
  /** None of them is free. */
  readonly full: boolean
}

/** The rows of one part, as an eye goes over it. */
export function rowsOf({ job, conductors }: Pick<Found, 'job' | 'conductors'>, part: string): Row[] {
  const kind = kindOf(job.parts[part])
  if (!kind) return []
  const at = (terminal: string): Written[] =>
    Object.entries(job.wires).flatMap(([wire, { from, to, label, colour }]) => {
      const near = [from, to].find((end) => end.part === part && end.terminal === terminal)
      if (!near) return []
      const far = near === from ? to : from
      const seen = (conductors[wire] ?? 'assumed') !== 'assumed'
      return [
        {
          wire,
          label,
          colour,
          seen,
          to: isFarEnd(job, far.part) ? undefined : pointInWords(job, `${far.part}.${far.terminal}`),
        },
      ]
    })
  const terminals = terminalsInOrder(job.parts[part]!).map((name) => [name, kind.terminals[name]!] as const)
  if (!kind.roles.connector)
    return terminals.map(([terminal, { role }]) => ({
      part,
      terminal,
      marking: markingOf(job, part, terminal),
      role,
      conductors: at(terminal),
      ways: false,
      full: false,
    }))
  const ways = terminals.map(([terminal]) => ({ terminal, conductors: at(terminal) }))
  const free = ways.find(({ conductors: on }) => on.length === 0)
  return [
    {
      part,
      terminal: (free ?? ways[0]!).terminal,
      marking: `${ways.length} ways`,
      role: free ? `${ways.filter(({ conductors: on }) => on.length === 0).length} free` : 'full',
      conductors: ways.flatMap(({ conductors: on }) => on),
      ways: true,
      full: free === undefined,
    },
  ]
}

/** How much of a part is written down, in words. */
export function countSays(rows: readonly Row[]): string {
  const all = rows.flatMap(({ conductors }) => conductors)
  const seen = all.filter((one) => one.seen).length
  const loose = all.filter(({ to }) => to === undefined).length
  if (all.length === 0) return 'nothing yet'
  const said = seen === all.length ? `${seen} seen` : `${seen} of ${all.length} seen`
  return loose === 0 ? said : `${said}, ${loose} to follow`
}

/** How many conductors with an end in a place nobody has seen. */
export const assumedAt = ({ job, conductors }: Pick<Found, 'job' | 'conductors'>, place: string): number =>
  Object.entries(job.wires).filter(
    ([wire, { from, to }]) =>
      (conductors[wire] ?? 'assumed') === 'assumed' && [from, to].some(({ part }) => job.parts[part]?.place === place),
  ).length

/** The entry that says of a place that everything in it is written down, where it stands. */
export function writtenDown(entries: readonly Entry[], place: string): Entry | undefined {
  const gone = takenBack(entries)
  return entries.findLast(
    ({ id, body }) =>
      body.kind === 'seen' && body.of === `place:${place}` && body.look === 'conductors' && !gone.has(id),
  )
}

/** The verdict: what of the wall somebody has followed, what is only assumed, and what is known of the loose ends. */
export function foundSays({ job, conductors }: Pick<Found, 'job' | 'conductors'>, traced: Traced | undefined): string {
  const wires = Object.values(job.wires)
  if (wires.length === 0) return 'No conductor is written down yet. Begin with the box you stand at.'
  const assumed = Object.keys(job.wires).filter((wire) => (conductors[wire] ?? 'assumed') === 'assumed').length
  const loose = wires.filter(({ from, to }) => [from, to].some(({ part }) => isFarEnd(job, part))).length
  const followed = wires.length - assumed - loose
  if (assumed === wires.length) return `Nothing is seen yet: ${assumed} conductors are assumed as planned.`
  const said = [
    `${followed} ${followed === 1 ? 'conductor' : 'conductors'} followed to both ends`,
    ...(assumed > 0 ? [`${assumed} assumed`] : []),
  ].join(', ')
  if (loose === 0) return `${said}.`
  const count = (is: Deduced['is']) => traced?.ends.filter((one) => one.is === is).length ?? 0
  const parts = (['certain', 'deduced', 'unknown'] as const).flatMap((is) =>
    count(is) > 0 ? [`${count(is)} ${is}`] : [],
  )
  return `${said}. ${loose} loose ${loose === 1 ? 'end' : 'ends'}${parts.length > 0 ? `: ${parts.join(', ')}` : ''}.`
}

/** Is it a kind that can hang on a wall: anything but an end nobody has followed? */
export const isHung = ({ terminals }: PartKind): boolean => terminals.end?.role !== 'far end'

/** Does this stand for an end nobody has followed? */
export const isFarEnd = (job: Job, part: string) => kindOf(job.parts[part])?.terminals.end?.role === 'far end'

/** Parts of a place in the order of their labels. */
export const partsAt = (job: Job, place: string): string[] =>
  Object.entries(job.parts)
    .filter(([id, part]) => part.place === place && !isFarEnd(job, id))
    .sort(([, a], [, b]) => a.label.localeCompare(b.label, 'en', { numeric: true }))
    .map(([id]) => id)

/**
 * The loose end that is the other half of a conductor somebody has followed now: written down at its far end before, in the
 * same colour, by itself. It is that conductor, and no other.
 */
export function otherHalf(
  job: Job,
  wire: string | undefined,
  { colour, to }: Pick<Wire, 'colour'> & { to?: Wire['to'] },
) {
  if (!to) return undefined
  const joint = kindOf(job.parts[to.part])?.roles.connector !== undefined
  const loose = Object.entries(job.wires).filter(([id, one]) => {
    const ends = [one.from, one.to]
    const near = ends.find(({ part }) => !isFarEnd(job, part))
    if (id === wire || one.colour !== colour || !near || !ends.some(({ part }) => isFarEnd(job, part))) return false
    return near.part === to.part && (joint || near.terminal === to.terminal)
  })
  return loose[0]?.[0]
}
