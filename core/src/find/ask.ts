import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import type { Loops } from '../loops/loops.ts'
import type { Strip } from '../loops/strip.ts'
import { kindOf } from '../parts/index.ts'
import type { PartKind } from '../parts/kind.ts'
import { labelOf, pointInWords } from '../words/words.ts'
import { MINUTES, readingMinutes } from './minutes.ts'

/** Something that can be asked of the wall, in a stand. */
export interface Ask {
  readonly id: string
  /** A reading in volts between two terminals; whether something runs; how a lever feels. */
  readonly ask: 'volts' | 'runs' | 'lever'
  readonly from?: string
  readonly to?: string
  /** The part that is looked at or felt. */
  readonly part?: string
  /** The zone whose loop it is on; what is seen or felt belongs to every stand. */
  readonly zone?: string
  /** Line voltage stands under the same cover as these terminals. */
  readonly besideLine?: true
  /** The place to stand. */
  readonly place: string
  readonly minutes: number
  readonly says: string
}

/** Zones that call; everything else is at rest and has been waited for. */
export type Stand = readonly string[]
export const standKey = (stand: Stand): string => [...stand].sort().join(' ')

/**
 * What can be asked safely of a plant: volts along its low-voltage and call loops, from each terminal to the loop's return, on
 * a meter of low impedance; whether boiler, pumps and burner run; how a valve's lever feels. Nothing at line voltage, nothing
 * that lifts, links or opens; in 230 V practice nothing where line voltage stands under the same cover: what is asked here can be done on a live low-voltage circuit with its covers as they are for a
 * reading.
 */
export function asksOf(job: Job, loops: Loops): Ask[] {
  const found = new Map<string, Ask>()
  const add = (ask: Ask) => {
    if (!found.has(ask.id)) found.set(ask.id, ask)
  }
  for (const { zone, valve, call } of loops.zones)
    for (const strip of [valve, call])
      if (strip && isSafe(strip, job)) for (const ask of alongOf(job, strip, zone)) add(ask)
  for (const [id, part] of Object.entries(job.parts)) {
    const kind = kindOf(part)
    if (!kind) continue
    const runs = kind.roles?.running ?? (kind.class === 'boiler' ? kind.roles?.told : undefined)
    if (runs && ['boiler', 'pump', 'burner'].includes(kind.class))
      add({
        id: `runs:${id}`,
        ask: 'runs',
        part: id,
        place: part.place,
        minutes: MINUTES.look,
        says: kind.class === 'boiler' ? `Is ${part.label} called?` : `Does ${part.label} run?`,
      })
    if (kind.class === 'valve' && kind.leverByHand && !atLine(kind))
      add({
        id: `lever:${id}`,
        ask: 'lever',
        part: id,
        place: part.place,
        minutes: MINUTES.lever,
        says: `Move the lever of ${labelOf(job, id)} a little and let go. How does it feel?`,
      })
  }
  return [...found.values()]
}

/** Low voltage or a call loop, along its whole way: no terminal of it stands at line voltage. */
const isSafe = (strip: Strip, job: Job): boolean =>
  (strip.circuit === 'low voltage' || strip.circuit === 'call') &&
  strip.healthyVolts <= LOW &&
  pointsOf(strip).every(
    ({ part, terminal }) => kindOf(job.parts[part]!)?.terminals[terminal]?.circuit !== 'line voltage',
  )

/** Has one of these parts a terminal at line voltage too? */
const isBesideLine = (job: Job, ...parts: readonly string[]): boolean =>
  parts.some((part) => atLine(kindOf(job.parts[part]!)!))

const atLine = ({ terminals }: PartKind): boolean =>
  Object.values(terminals).some(({ circuit }) => circuit === 'line voltage')

/** The most that counts as low voltage here, volts. */
const LOW = 50

const pointsOf = (strip: Strip) => [
  ...(strip.from ? [strip.from] : []),
  ...strip.items.flatMap((item) => (item.form === 'station' ? [item.enter, item.leave] : [])),
  ...(strip.to ? [strip.to] : []),
]

function alongOf(job: Job, strip: Strip, zone: string): Ask[] {
  const { to } = strip
  if (!to) return []
  return pointsOf(strip)
    .slice(0, -1)
    .filter(({ part, terminal }) => terminal !== '' && !(job.practice === '230' && isBesideLine(job, part, to.part)))
    .map(({ part, terminal }) => {
      const [from, back] = [`${part}.${terminal}`, `${to.part}.${to.terminal}`]
      return {
        id: `volts:${zone}:${from}:${back}`,
        ask: 'volts' as const,
        zone,
        from,
        to: back,
        place: job.parts[part]!.place,
        minutes: readingMinutes(job, part),
        ...(isBesideLine(job, part, to.part) ? { besideLine: true as const } : {}),
        says: `Leads on ${pointInWords(job, from)} and ${pointInWords(job, back)}.`,
      }
    })
}

/** The asks worth while in a stand: along the loops of who calls, and of the zones complained of while nobody does. */
export const asksIn = (asks: readonly Ask[], stand: Stand, cold: readonly string[]): Ask[] =>
  asks.filter(({ zone }) => zone === undefined || (stand.length === 0 ? cold : stand).includes(zone))

/** The stands that a complaint makes worth while: each zone it is about alone, a zone that is said to heat, nobody. */
export function standsFor(job: Job, cold: readonly string[]): Stand[] {
  const sound = zonesInOrder(job).find(({ id }) => !cold.includes(id))
  return [...cold.map((zone) => [zone]), ...(sound ? [[sound.id]] : []), []]
}

/** What a hand feels, without what it may mean: `slack: the gear has stripped` is felt as slack. */
export const feltOf = (says: string): string => says.split(/[:,]/)[0]!.trim()

/** The words a part may be found to show, by how it is looked at. */
export const WORDS = { lever: ['firm', 'slack', 'rock-hard', 'cannot tell'], runs: ['yes', 'no'] } as const
