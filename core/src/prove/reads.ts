import type { InstalledPart } from '../circuit/netlist.ts'
import type { Feed } from '../feeds/feeds.ts'
import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import { DEAD_VOLTS } from '../meter/limits.ts'
import { openingMode } from '../meter/opening-mode.ts'
import { pointInWords } from '../words/words.ts'
import { type ProvenPlant, plantOf } from './plant.ts'
import { ProveBench } from './prove-bench.ts'
import type { ExpectedReading } from './step.ts'

/** Earth is continuous up to this, ohms; circuits are apart from here on. */
const EARTHED = 1
const APART = 20e3

const isLine = (part: InstalledPart, terminal: string) => part.kind.terminals[terminal]!.circuit === 'line voltage'

function reading(
  plant: ProvenPlant,
  mode: ExpectedReading['mode'],
  from: string,
  to: string,
  bounds: Pick<ExpectedReading, 'least' | 'most' | 'line' | 'separates'>,
): ExpectedReading {
  return {
    id: `${mode}:${from}>${to}`,
    mode,
    from,
    to,
    ...bounds,
    says: `${pointInWords(plant.job, from)} to ${pointInWords(plant.job, to)}`,
  }
}

/**
 * Where it is proven dead: across the line where it enters boiler, panel, wiring centre and transformers, to earth at the first
 * of them, and across every source at low voltage. Found on the sound plant: where the line stands while it is on.
 *
 * @example deadReads(kestrelPoint()).map(({ says }) => says)[0] // 'Boiler L to Boiler E'
 */
export function deadReads(job: Job): ExpectedReading[] {
  const plant = plantOf(job)
  const bench = new ProveBench(job)
  const volts = (from: string, to: string) => bench.reads({ mode: 'volts', from, to }) ?? 0
  const line = 0.5 * mains(job.practice).volts
  const found: ExpectedReading[] = []
  const dead = (from: string, to: string) =>
    found.push(reading(plant, 'loz', from, to, { least: 0, most: DEAD_VOLTS, line: true }))
  for (const part of plant.parts.values()) {
    const takesLine = part.kind.roles.centre || ['boiler', 'panel', 'transformer', 'valve'].includes(part.kind.class)
    if (!takesLine || (part.kind.class === 'valve' && found.length > 0)) continue
    const points = Object.keys(part.kind.terminals)
      .filter((name) => isLine(part, name))
      .map((name) => `${part.id}.${name}`)
    const pair = points
      .flatMap((from) => points.map((to) => [from, to] as const))
      .find(([from, to]) => volts(from, to) > line)
    if (!pair) continue
    const earth = earthOf(part)
    if (earth && !found.some(({ to }) => to.endsWith(`.${earth}`)))
      for (const one of pair) dead(one, `${part.id}.${earth}`)
    dead(...pair)
  }
  for (const { part, hot, back, circuit } of plant.feeds)
    if (circuit !== 'line voltage' && circuit !== 'signal')
      found.push(reading(plant, 'loz', `${part.id}.${hot}`, `${part.id}.${back}`, { least: 0, most: DEAD_VOLTS }))
  return found
}

const earthOf = (part: InstalledPart) =>
  Object.keys(part.kind.terminals).find((name) => part.kind.terminals[name]?.circuit === 'earth')

/** From every metal part to the earth of the supply. */
export function earthReads(plant: ProvenPlant): ExpectedReading[] {
  const parts = [...plant.parts.values()]
  const supply = parts.find(({ kind }) => kind.class === 'supply')
  const earth = supply && earthOf(supply)
  if (!supply || !earth) return []
  return parts.flatMap((part) => {
    const own = earthOf(part)
    return own && part !== supply && part.kind.class !== 'joint'
      ? [reading(plant, 'ohms', `${part.id}.${own}`, `${supply.id}.${earth}`, { least: 0, most: EARTHED })]
      : []
  })
}

/** Between a boiler's call pair and every other source, and between sources that are each other's business nowhere. */
export function separationReads(plant: ProvenPlant): ExpectedReading[] {
  const found: ExpectedReading[] = []
  const low = plant.feeds.filter(
    ({ part, circuit }) => circuit !== 'line voltage' && circuit !== 'signal' && part.kind.class !== 'boiler',
  )
  for (const part of plant.parts.values()) {
    const pair = part.kind.roles.callPair
    if (!pair || isLine(part, pair[0])) continue
    for (const { part: source, back } of low)
      found.push(
        reading(plant, 'ohms', `${part.id}.${pair[0]}`, `${source.id}.${back}`, {
          least: APART,
          most: null,
          separates: true,
        }),
      )
  }
  for (const [i, one] of low.entries())
    for (const other of low.slice(i + 1))
      if (one.part !== other.part)
        found.push(
          reading(plant, 'ohms', `${one.part.id}.${one.back}`, `${other.part.id}.${other.back}`, {
            least: APART,
            most: null,
            separates: true,
          }),
        )
  return found
}

/** The line at its way in, and which of its poles is which. */
export function lineReads(plant: ProvenPlant): ExpectedReading[] {
  const supply = [...plant.parts.values()].find(({ kind }) => kind.class === 'supply')
  const pair = supply?.kind.roles.feeds
  if (!supply || !pair) return []
  const [hot, back] = pair
  const earth = earthOf(supply)
  const at = (terminal: string) => `${supply.id}.${terminal}`
  const line = { least: 0, most: Number.MAX_VALUE, line: true } as const
  return [
    reading(plant, 'loz', at(hot), at(back), line),
    ...(earth
      ? [reading(plant, 'loz', at(hot), at(earth), line), reading(plant, 'loz', at(back), at(earth), line)]
      : []),
  ]
}

/** Sources at low voltage: transformers and those in panels, and the boiler's control where there is neither. */
function lowSources({ feeds }: ProvenPlant): Feed[] {
  const low = feeds.filter(({ circuit, part }) => circuit === 'low voltage' && part.kind.class !== 'controller')
  const own = low.filter(({ part }) => part.kind.class !== 'boiler')
  return own.length > 0 ? own : low
}

/** What stands at the motors of these zones' valves, at the sources that feed them, and at the call pair, at low voltage. */
export function loadReads(plant: ProvenPlant, zones: readonly string[]): ExpectedReading[] {
  const wide = { least: 0, most: Number.MAX_VALUE }
  const pairs: [string, string][] = []
  for (const { id, zone } of plant.valves) {
    if (zone === undefined || !zones.includes(zone) || zones.length > 1) continue
    const part = plant.parts.get(id)!
    const { feed, back, position } = part.kind.hookup ?? {}
    if (!feed || !back) continue
    if (!isLine(part, feed)) pairs.push([`${id}.${feed}`, `${id}.${back}`])
    if (position) pairs.push([`${id}.${position}`, `${id}.${back}`])
  }
  for (const { part, hot, back } of zones.length === 1 ? [] : lowSources(plant))
    pairs.push([`${part.id}.${hot}`, `${part.id}.${back}`])
  for (const id of plant.boilers) {
    const part = plant.parts.get(id)!
    const pair = part.kind.roles.callPair
    if (pair && !isLine(part, pair[0])) pairs.push([`${id}.${pair[0]}`, `${id}.${pair[1]}`])
  }
  return pairs.map(([from, to]) => reading(plant, openingMode(plant.job, [from, to]), from, to, wide))
}
