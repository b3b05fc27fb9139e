import { transformerIn } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { is } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { listedPieces } from '../words/listed.ts'
import { roughly } from '../words/roughly.ts'
import { labelOf, type Piece, type Sentence, sentenceText } from '../words/words.ts'
import { darkInWords, leadsNowhere } from './dark-in-words.ts'
import type { Loops } from './loops.ts'
import { shortBehind, shortInWords } from './short.ts'
import { starving } from './starving.ts'
import { usedTerminals } from './used-terminals.ts'

/** What is wrong with the supply: what buzzes, has let go or soon will, burnt boards, dark lines, dead transformers. */
export function supplyTroubles(simulation: Simulation, job: Job, loops: Loops): Sentence[] {
  const troubles: Sentence[] = []
  troubles.push(...starving(simulation, job, loops))
  const blown = new Set<string>()
  for (const { id, kind, figures } of simulation.netlist.parts.values()) {
    if (!kind.roles.blown || simulation.stateOf(id)[kind.roles.blown] !== true) continue
    blown.add(id)
    troubles.push([
      { text: labelOf(job, id), part: id, wrong: true },
      { text: kind.says(figures, simulation.stateOf(id)) === 'tripped' ? ' has tripped' : ' has blown' },
      ...(overloaded(simulation, id) ?? shortInWords(simulation, job, id)),
    ])
  }
  // What is shorted is too hot as well, and not because too much calls: that is said below.
  for (const { part, seconds } of simulation.overheating())
    if (!lacksVolts(simulation, part)) troubles.push(tooHot(simulation, job, part, seconds))
  for (const part of simulation.netlist.parts.values()) {
    if (part.kind.roles.board && !is(simulation, part, 'board'))
      troubles.push([
        { text: labelOf(job, part.id), part: part.id, wrong: true },
        { text: ': its board is burnt, by voltage from outside on a call pair that takes a dry contact only.' },
      ])
  }
  const used = [...usedTerminals(simulation.netlist)]
  // What nobody has wired yet lacks nothing.
  const isUsed = (part: string) => used.some((terminal) => terminal.startsWith(`${part}.`))
  const unfed = new Map<string, { where: Piece[]; names: Piece[] }>()
  for (const strip of loops.shared) {
    if (!strip.id.startsWith('supply:') || strip.complete) continue
    const dark = strip.dark
    if (!dark || (dark.part && blown.has(dark.part))) continue
    const source: Piece = { text: labelOf(job, strip.subject.part), part: strip.subject.part }
    if (dark.at === 'nowhere' && isUsed(strip.subject.part)) {
      const where = leadsNowhere(job, dark)
      const says = sentenceText(where)
      unfed.set(says, { where, names: [...(unfed.get(says)?.names ?? []), source] })
    }
    if (strip.sourceVolts === 0) continue
    if (dark.part === strip.subject.part && dark.at === 'load') {
      const { kind, figures } = simulation.netlist.parts.get(dark.part)!
      // A panel or a boiler says how the rest of it stands, a transformer how its winding does.
      const alone = kind.class === 'transformer'
      const as = (alone && kind.says(figures, simulation.stateOf(dark.part))) || 'its winding is open'
      troubles.push([
        { ...source, wrong: true },
        { text: ` is fed${alone ? ' and' : ', and the transformer in it'} takes nothing: ${as}.` },
        ...shortBehind(simulation, job, dark.part),
      ])
      continue
    }
    troubles.push([
      source,
      { text: ' gets no line voltage. The line goes dark at ' },
      darkInWords(job, dark),
      { text: '.' },
    ])
  }
  for (const { where, names } of unfed.values())
    troubles.push([
      ...listedPieces(names),
      { text: ` ${names.length > 1 ? 'get' : 'gets'} no line voltage: ` },
      ...where,
    ])
  for (const part of simulation.netlist.parts.values()) {
    const winding = transformerIn(part)
    if (!winding) continue
    const { id } = part
    const fed = loops.shared.find((s) => s.id === `supply:${id}`)
    if (!fed?.complete) continue
    const { amps, volts, va } = simulation.windingLoad(id, winding.element.name)
    if (!lacksVolts(simulation, id)) {
      const [a, b] = winding.nodes
      const whole = simulation.circuit.volts(a, b) > WHOLE * simulation.netlist.site.lineVolts
      if (whole && volts < WEAK * part.figures.ratedVolts! && va < part.figures.va!)
        troubles.push([
          { text: labelOf(job, id), part: id, wrong: true },
          {
            text: `${part.kind.class === 'transformer' ? '' : ': the transformer in it'} gives ${volts.toFixed(0)} V and carries ${va.toFixed(0)} of its ${part.figures.va} VA: it is weak.`,
          },
        ])
      continue
    }
    troubles.push([
      { text: labelOf(job, id), part: id, wrong: true },
      {
        text:
          amps > SHORTED
            ? ` is shorted: ${amps.toFixed(0)} A flow and no volts are left. Kill the power.`
            : ` is fed and gives nothing: ${part.kind.class === 'transformer' ? '' : 'its own fuse or '}a winding is open.`,
      },
    ])
  }
  return troubles
}

/** Amps over which a winding that has lost its volts is shorted, and not open. */
const SHORTED = 0.1

/** Share of the line's volts that is whole, and of its rated volts under which a transformer that carries no more than it may is weak. */
const WHOLE = 0.9
const WEAK = 0.85

/** Is it a transformer that gives less than a fifth of its volts? */
function lacksVolts(simulation: Simulation, id: string): boolean {
  const part = simulation.netlist.parts.get(id)!
  const winding = transformerIn(part)
  return winding !== undefined && simulation.windingLoad(id, winding.element.name).volts < 0.2 * part.figures.openVolts!
}

/** A fuse that let go because too much hung on it: its current ran through sound loads, and through no short. */
function overloaded(simulation: Simulation, fuse: string): Piece[] | undefined {
  const amps = simulation.overloadAt(fuse)
  const rating = simulation.netlist.parts.get(fuse)?.figures.amps
  if (amps === undefined || !rating) return undefined
  return [
    {
      text: `: ${amps.toFixed(1)} A flowed and it is rated for ${rating} A. Nothing is shorted; too much hangs on it at once.`,
    },
  ]
}

/** Something carries more than it can for long. */
function tooHot(simulation: Simulation, job: Job, id: string, seconds: number): Sentence {
  const part = simulation.netlist.parts.get(id)!
  const winding = transformerIn(part)
  const time = roughly(seconds)
  const name: Piece = { text: labelOf(job, id), part: id, wrong: true }
  if (!winding) return [name, { text: ` carries more than it is rated for and lets go in some ${time}.` }]
  const { va } = simulation.windingLoad(id, winding.element.name)
  return [
    name,
    {
      text: ` carries ${va.toFixed(0)} VA of ${part.figures.va} and burns out in some ${time}: too much calls at once.`,
    },
  ]
}
