import type { Job } from '../../job/schema.ts'
import { type Ask, type AskForm, type AskKind, feltOf, type Plant } from '../ask.ts'
import type { Stand } from '../stand.ts'
import { alone } from './alone.ts'
import { amps } from './amps.ts'
import { core } from './core.ts'
import { display } from './display.ts'
import { flame } from './flame.ts'
import { joint } from './joint.ts'
import { landing } from './landing.ts'
import { lever } from './lever.ts'
import { stillLive } from './line.ts'
import { ohms } from './ohms.ts'
import { pipe } from './pipe.ts'
import { position } from './position.ts'
import { runs } from './runs.ts'
import { stem } from './stem.ts'
import { stick } from './stick.ts'
import { volts } from './volts.ts'
import { wiggle } from './wiggle.ts'

/** Every way to ask something of a wall. A new one is a new file and one line here. */
export const askKinds: readonly AskKind[] = [
  volts,
  amps,
  runs,
  flame,
  lever,
  position,
  display,
  pipe,
  ohms,
  joint,
  wiggle,
  landing,
  alone,
  core,
  stem,
  stick,
]

const byForm = new Map(askKinds.map((kind) => [kind.ask, kind]))

/** @throws nothing: every form has its kind */
export const askKind = (form: AskForm): AskKind => byForm.get(form)!

/** Everything that can be asked of a plant; of what stays live with all open nothing that wants it dead. */
export function asksOf(plant: Plant): Ask[] {
  const live = stillLive(plant.dead)
  const found = new Map<string, Ask>()
  for (const kind of askKinds)
    for (const ask of kind.asksOf(plant))
      if (!found.has(ask.id) && (ask.power || !partsOf(plant.job, ask).some((part) => live.has(part))))
        found.set(ask.id, ask)
  return [...found.values()]
}

/** The parts that hands or leads are on. */
export const partsOf = (job: Job, { from, to, part, wire }: Ask): string[] => [
  ...[from, to].flatMap((point) => (point === undefined ? [] : [point.slice(0, point.indexOf('.'))])),
  ...(part === undefined ? [] : [part]),
  ...(wire === undefined ? [] : [job.wires[wire]!.from.part, job.wires[wire]!.to.part]),
]

/** What is read along a loop tells something only while that loop is called, or should be at rest and is complained of. */
const alongLoops: ReadonlySet<AskForm> = new Set(['volts', 'amps'])

/**
 * The asks worth while in a stand: those for which its power is right; along the loops of who calls, and of the zones complained
 * of while nobody does; what all zones share in each.
 */
export function asksIn(asks: readonly Ask[], { calls, power }: Stand, cold: readonly string[]): Ask[] {
  const loops = calls.length === 0 ? cold : calls
  return asks.filter(
    (one) =>
      one.power === power &&
      (one.ask !== 'wiggle' || calls.length > 0) &&
      (!alongLoops.has(one.ask) || one.zone === undefined || loops.includes(one.zone)),
  )
}

/**
 * What somebody says of what they found, in the words of an ask; nothing where it is none of them, or they cannot tell.
 * @example wordFor('lever', 'limp, springs not back') // 'slack'
 */
export function wordFor(form: AskForm, said: string): string | undefined {
  const { words = [], alike = {} } = askKind(form)
  const felt = feltOf(said)
  return words.includes(felt) ? felt : alike[felt]
}

/** The words a part may be found to show, by how it is looked at. */
export const WORDS: Readonly<Record<string, readonly string[]>> = Object.fromEntries(
  askKinds.flatMap(({ ask, words }) => (words ? [[ask, words]] : [])),
)
