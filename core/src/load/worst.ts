import type { Job } from '../job/schema.ts'
import { partsOf } from '../job/zones.ts'
import { type LoadBench, type Moment, peakOf } from './carried.ts'
import type { Together } from './source-load.ts'

type Runs = ReadonlyMap<string, readonly Moment[]>

/** Room in a bound for what differs in the last digits, VA. */
const SLACK = 1e-6

/**
 * The worst of every number of zones calling together, of each transformer, without running every choice: zones of equal
 * parts stand for each other (the one that draws most first), and a choice whose bound stays under what was already found is
 * left out. The bound of a choice is what its zones draw at most alone, with the others at rest: together the volts sag, and
 * unlike loads do not quite add up, so it never is too small.
 * @param alone what each zone draws by itself, and `rest` what is drawn with nobody calling
 * @returns for each transformer the worst of 0, 1, 2 … zones; yields once a number, with the runs it took so far
 */
export function* worstTogether(
  job: Job,
  bench: LoadBench,
  alone: ReadonlyMap<string, Runs>,
  rest: ReadonlyMap<string, Moment>,
): Generator<number, ReadonlyMap<string, readonly Together[]>> {
  const zones = [...alone.keys()]
  const sources = bench.sources.map(({ part }) => part)
  const runs = new Map<string, Runs>(zones.map((zone) => [zone, alone.get(zone)!]))
  const ran = (set: readonly string[]): Runs => {
    const key = [...set].sort().join(' ')
    const known = runs.get(key)
    if (known) return known
    const made = bench.run(set)
    runs.set(key, made)
    return made
  }
  const own = (zone: string, source: string) =>
    Math.max(
      0,
      ...alone
        .get(zone)!
        .get(source)!
        .map((moment) => moment.zones[zone] ?? 0),
    )
  const found = new Map(
    sources.map((source) => [source, [{ zones: [], ...summed([rest.get(source)!]) }] as Together[]]),
  )
  for (let k = 1; k <= zones.length; k++) {
    for (const source of sources) {
      const idle = (zone: string) => rest.get(source)!.zones[zone] ?? 0
      // What serves no single zone grows with every call: the sense of a panel, the boiler's own.
      const atRest = rest.get(source)!.zones[''] ?? 0
      const brings = (zone: string) =>
        Math.max(
          0,
          ...alone
            .get(zone)!
            .get(source)!
            .map((moment) => (moment.zones[''] ?? 0) - atRest),
        )
      const bound = (set: readonly string[]) =>
        atRest +
        zones.reduce((sum, zone) => sum + (set.includes(zone) ? own(zone, source) + brings(zone) : idle(zone)), 0)
      const groups = equalZones(job, zones).map((group) => group.toSorted((a, b) => own(b, source) - own(a, source)))
      const choices = choicesOf(groups, k)
        .map((set) => ({ set, at: bound(set) }))
        .sort((a, b) => b.at - a.at)
      let worst: Together | undefined
      for (const { set, at } of choices) {
        if (worst && at <= worst.va + SLACK) break
        const sums = summed(ran(set).get(source)!)
        if (!worst || sums.va > worst.va) worst = { zones: set, ...sums }
      }
      if (worst) found.get(source)!.push(worst)
    }
    yield runs.size - zones.length
  }
  return found
}

const summed = (moments: readonly Moment[]) => ({
  va: peakOf(moments),
  plain: Math.max(0, ...moments.map(({ plain }) => plain)),
})

/** Zones whose parts are of the same kinds with the same nameplates: only their cables differ. */
function equalZones(job: Job, zones: readonly string[]): string[][] {
  const groups = new Map<string, string[]>()
  for (const id of zones) {
    const zone = job.zones[id]!
    const parts = partsOf(zone).map((part) => {
      const { kind, figures } = job.parts[part] ?? {}
      return [kind, figures]
    })
    const key = JSON.stringify([parts, zone.hotWater])
    groups.set(key, [...(groups.get(key) ?? []), id])
  }
  return [...groups.values()]
}

/** Every way to take k zones, of each group its first ones. */
function choicesOf(groups: readonly (readonly string[])[], k: number): string[][] {
  const [group, ...others] = groups
  if (!group) return k === 0 ? [[]] : []
  const made: string[][] = []
  for (let take = 0; take <= Math.min(k, group.length); take++)
    for (const rest of choicesOf(others, k - take)) made.push([...group.slice(0, take), ...rest])
  return made
}
