import type { Job } from '../job/schema.ts'
import type { Happening } from '../motion/happening.ts'
import type { Simulation } from '../motion/simulation.ts'
import { roughly } from '../words/roughly.ts'
import { labelOf, type Piece, type Sentence } from '../words/words.ts'
import { darkInWords } from './dark-in-words.ts'
import { type Loops, stripsOf } from './loops.ts'
import { boilersTold } from './plant.ts'
import { severalInWords } from './several.ts'
import { shortAmong } from './short.ts'
import type { Strip } from './strip.ts'

/** What takes its own supply away as soon as it has it: many times a second, or slowly, where something has to move or wait in between. */
export function starving(simulation: Simulation, job: Job, loops: Loops): Sentence[] {
  if (simulation.buzzing.length > 0) return [buzzInWords(simulation, job, loops)]
  const over = startsOver(simulation, job, loops)
  return over ? [over] : []
}

/** Several that hang on one weak feed buzz together. */
function buzzInWords(simulation: Simulation, job: Job, loops: Loops): Sentence {
  const parts = simulation.buzzing
  const names = severalInWords(job, parts)
  const hertz = parts.map((part) => Math.round(simulation.hertzOf(part)!))
  const [least, most] = [Math.min(...hertz), Math.max(...hertz)]
  const often = `some ${least === most ? least : `${least} to ${most}`} times a second`
  const how =
    parts.length === 1
      ? ` buzzes, ${often}: as soon as it pulls in it takes its own supply away`
      : ` buzz, ${often}: as soon as they pull in they take their own supply away`
  return [...names, { text: how }, ...whereStarved(simulation, job, loops, parts)]
}

/** How often the same must have come round before it is told, and how many happenings back it is looked for. */
const ROUNDS = 3
const BACK = 400

/**
 * A boiler that lets go at the very instant it is called, again and again: it takes its own supply away, as what buzzes does,
 * and whatever has to move or wait before the next call makes it slow. Each standing on the way looks as if it were waiting.
 */
function startsOver(simulation: Simulation, job: Job, loops: Loops): Sentence | undefined {
  const told = [...simulation.netlist.parts.values()].find(({ kind }) => kind.roles.told !== undefined)
  if (!told || boilersTold(simulation).length > 0) return undefined
  const recent = simulation.trace.slice(-BACK)
  const times = [...new Set(recent.flatMap(({ at, part }) => (part === told.id ? at : [])))]
    .filter((at) =>
      comesAndGoes(
        recent.filter((one) => one.at === at),
        told.id,
      ),
    )
    .slice(-ROUNDS)
  const [last, before] = [times.at(-1), times.at(-2)]
  if (times.length < ROUNDS || last === undefined || before === undefined) return undefined
  const period = last - before
  if (simulation.now - last > period) return undefined
  return [
    { text: labelOf(job, told.id), part: told.id, wrong: true },
    {
      text: ` lets go as soon as it is called, and all begins anew every ${roughly(period)}: it takes its own supply away`,
    },
    ...whereStarved(simulation, job, loops, [told.id]),
  ]
}

/**
 * Is a boiler called and let go at this instant, and does what let go then come back at once, with nobody's hand on it? A
 * call that somebody turns down does not.
 */
function comesAndGoes(instant: readonly Happening[], boiler: string): boolean {
  const same = (one: Happening, other: Happening) => one.part === other.part && one.tell?.index === other.tell?.index
  const isBack = (gone: Happening, from: number) =>
    instant.some((one, i) => i > from && one.tell?.begins && same(one, gone))
  const end = instant.findIndex(
    (one, i) =>
      one.part === boiler &&
      one.tell?.begins === false &&
      instant.some((begun, k) => k < i && begun.tell?.begins && same(begun, one)),
  )
  return end >= 0 && instant.some((one) => one.part !== boiler && one.tell?.begins === false && isBack(one, end))
}

/**
 * Where what starves loses its supply, as the end of a sentence: at the one narrow place on its own loops, or on those that feed
 * their sources, or on any; else at the one short there is.
 */
function whereStarved(simulation: Simulation, job: Job, loops: Loops, parts: readonly string[]): Piece[] {
  const narrow = (strips: readonly Strip[]) => {
    const found = strips.flatMap((strip) => (strip.narrow ? darkInWords(job, strip.narrow) : []))
    return found.every(({ text }) => text === found[0]!.text) ? found[0] : undefined
  }
  const strips = [...loops.shared, ...loops.blank, ...loops.zones.flatMap(stripsOf)]
  const own = strips.filter(({ subject }) => parts.includes(subject.part))
  const place = narrow(own) ?? narrow(strips.filter(({ id }) => id.startsWith('supply:'))) ?? narrow(strips)
  if (place) return [{ text: ', most of it lost at ' }, place, { text: '.' }]
  const short = shortAmong(simulation, job, own)
  return short ? [{ text: ': ' }, short, { text: '.' }] : [{ text: '.' }]
}
