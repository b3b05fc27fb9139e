import type { WallFacts } from './facts.ts'
import type { LooseEnd } from './loose-ends.ts'

/** Loose ends that can only be the ends of one another’s conductors. */
export interface Group {
  readonly ends: readonly LooseEnd[]
}

const count = <T>(list: readonly T[], fits: (one: T) => boolean) => list.filter(fits).length

/**
 * What can belong together, by what eye and hand can tell: one core of one cable is one conductor; a lead of a part ends in
 * the sheath its other leads end in, as long as every lead there has an end in one; anything else stays in its place and keeps
 * its colour. Ends whose other half may lie where nobody has written everything down are in no group.
 */
export function groupsOf({ ends, written, sheaths, job }: WallFacts): Group[] {
  const partOf = new Map([...sheaths, ...byWhatIsLeft(ends, sheaths)])
  const groups = new Map<string, LooseEnd[]>()
  for (const end of ends) {
    const { core, leadOf, sheath, place, colour } = end
    if (core === undefined && !written.has(place)) continue
    // Somebody who forgot to write a sheath down must not make two leads one conductor: then they are ends like any other.
    const here = ends.filter((one) => one.core === undefined && one.place === place && one.colour === colour)
    const told = count(here, (one) => one.leadOf !== undefined) === count(here, (one) => one.sheath !== undefined)
    const part = leadOf ?? (sheath === undefined ? undefined : partOf.get(sheath))
    const known = part !== undefined && [...partOf.values()].includes(part)
    const isLead = told && (leadOf !== undefined || sheath !== undefined)
    const key = core
      ? `core ${core}`
      : isLead && known
        ? `lead ${part} ${colour}`
        : `${isLead ? 'leads' : ''} ${place} ${colour}`
    const list = groups.get(key)
    if (list) list.push(end)
    else groups.set(key, [end])
  }
  return [...groups.values()]
    .filter((list) =>
      list[0]!.core === undefined ? list.length % 2 === 0 : list.length === 2 && endsOfCable(list, job),
    )
    .map((list) => ({ ends: list }))
}

/** Two ends of a core lie at the two ends of its cable. */
const endsOfCable = ([a, b]: readonly LooseEnd[], job: WallFacts['job']): boolean => {
  const cable = job.cables[a!.core!.split('/')[0]!]
  return b !== undefined && (cable === undefined || cable.from === cable.to || a!.place !== b.place)
}

/** A sheath whose colours only one part of the place still has leads for is that part’s. */
function byWhatIsLeft(ends: readonly LooseEnd[], known: ReadonlyMap<string, string>): Map<string, string> {
  const gather = (name: (end: LooseEnd) => string | undefined) => {
    const found = new Map<string, string[]>()
    for (const end of ends) {
      const key = name(end)
      if (key !== undefined) found.set(key, [...(found.get(key) ?? []), end.colour])
    }
    return new Map([...found].map(([key, colours]) => [key, colours.sort().join(' ')]))
  }
  const sheaths = gather(({ sheath, place }) =>
    sheath !== undefined && !known.has(sheath) ? `${place}\n${sheath}` : undefined,
  )
  const taken = new Set(known.values())
  const parts = gather(({ leadOf, place }) =>
    leadOf !== undefined && !taken.has(leadOf) ? `${place}\n${leadOf}` : undefined,
  )
  const found = new Map<string, string>()
  const placed = (key: string) => key.split('\n') as [place: string, name: string]
  for (const [key, colours] of sheaths) {
    const [place, sheath] = placed(key)
    const alike = (all: ReadonlyMap<string, string>) =>
      [...all].filter(([other, theirs]) => placed(other)[0] === place && theirs === colours)
    const fits = alike(parts)
    if (fits.length === 1 && alike(sheaths).length === 1) found.set(sheath, placed(fits[0]![0])[1])
  }
  return found
}
