import { transformerIn } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { count, is, stuck } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf, type Piece, type Sentence } from '../words/words.ts'
import { darkInWords } from './dark-in-words.ts'
import type { Loops } from './loops.ts'
import { boilersTold, hasBoiler, withheld } from './plant.ts'
import type { Strip } from './strip.ts'
import { zoneStanding } from './zone-standing.ts'
import type { ZoneStanding } from './zone-state.ts'

export interface Verdict {
  readonly tone: 'well' | 'busy' | 'wrong'
  readonly sentence: Sentence
  /** Further troubles, each a sentence of its own. */
  readonly more: readonly Sentence[]
  readonly zones: readonly ZoneStanding[]
}

/** One plain sentence on how the job stands now, worst first, and how each zone stands. */
export function verdictOf(simulation: Simulation, job: Job, loops: Loops): Verdict {
  const zones = loops.zones.map((zone) => zoneStanding(simulation, job, zone))
  const supply = supplyTroubles(simulation, job, loops)
  // Without a supply every zone is dark for the same reason, said once.
  const named = new Set(
    supply.flatMap((sentence) => sentence.flatMap(({ part, wrong }) => (wrong && part ? [part] : []))),
  )
  const said = (sentence: Sentence) => sentence.some((piece) => isSupply(loops)(piece) || named.has(piece.part ?? ''))
  const ofZones = supply.length > 0 ? zones.filter(({ trouble }) => trouble && !said(trouble)) : zones
  const troubles = [
    ...supply,
    ...ofZones.flatMap(({ trouble }) => (trouble ? [trouble] : [])),
    ...answers(simulation, job, loops, zones),
  ]
  const [first, ...more] = troubles
  if (first) return { tone: 'wrong', sentence: first, more, zones }
  const calm = quiet(simulation, job, zones)
  const waits = onPurpose(simulation, job, loops)
  if (waits.length === 0) return { ...calm, more: [], zones }
  const text = ` ${waits.join(' ')} Normal, not faulty.`
  return { tone: 'busy', sentence: [...calm.sentence, { text }], more: [], zones }
}

const isSupply = (loops: Loops) => {
  const dead = new Set(
    loops.zones.flatMap(({ valve, call }) =>
      [valve, call].flatMap((s) => (s?.dark?.at === 'source' ? [s.dark.part] : [])),
    ),
  )
  return (piece: Piece) => piece.wrong === true && dead.has(piece.part)
}

function supplyTroubles(simulation: Simulation, job: Job, loops: Loops): Sentence[] {
  const troubles: Sentence[] = []
  for (const part of simulation.buzzing)
    troubles.push([{ text: labelOf(job, part), part, wrong: true }, { text: buzzInWords(simulation, part) }])
  const blown = new Set<string>()
  for (const { id, kind, figures } of simulation.netlist.parts.values()) {
    if (!kind.roles?.blown || simulation.stateOf(id)[kind.roles.blown] !== true) continue
    blown.add(id)
    troubles.push([
      { text: labelOf(job, id), part: id, wrong: true },
      { text: kind.says(figures, simulation.stateOf(id)) === 'tripped' ? ' has tripped' : ' has blown' },
      ...(overloaded(simulation, id) ?? shortInWords(simulation, job, id)),
    ])
  }
  for (const { part, seconds } of simulation.overheating()) troubles.push(tooHot(simulation, job, part, seconds))
  for (const part of simulation.netlist.parts.values()) {
    if (part.kind.roles?.board && !is(simulation, part, 'board'))
      troubles.push([
        { text: labelOf(job, part.id), part: part.id, wrong: true },
        { text: ': its board is burnt, by voltage from outside on a call pair that takes a dry contact only.' },
      ])
  }
  for (const strip of loops.shared) {
    if (!strip.id.startsWith('supply:') || strip.sourceVolts === 0 || strip.complete) continue
    const dark = strip.dark
    if (!dark || (dark.part && blown.has(dark.part))) continue
    const source: Piece = { text: labelOf(job, strip.subject.part), part: strip.subject.part }
    troubles.push([
      source,
      { text: ' gets no line voltage. The line goes dark at ' },
      darkInWords(job, dark),
      { text: '.' },
    ])
  }
  for (const part of simulation.netlist.parts.values()) {
    const winding = transformerIn(part)
    if (!winding) continue
    const { id } = part
    const fed = loops.shared.find((s) => s.id === `supply:${id}`)
    const { volts, amps } = simulation.windingLoad(id, winding.element.name)
    const rated = simulation.netlist.parts.get(id)!.figures
    if (fed?.complete && volts < 0.2 * rated.openVolts! && amps > 0.1)
      troubles.push([
        { text: labelOf(job, id), part: id, wrong: true },
        { text: ` is shorted: ${amps.toFixed(0)} A flow and no volts are left. Kill the power.` },
      ])
    else if (fed?.complete && volts < 0.2 * rated.openVolts!)
      troubles.push([
        { text: labelOf(job, id), part: id, wrong: true },
        { text: ' is fed and gives nothing: a winding is open.' },
      ])
  }
  return troubles
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
  const time =
    seconds < 100
      ? `${Math.ceil(seconds)} s`
      : seconds < 5400
        ? `${Math.round(seconds / 60)} min`
        : `${Math.round(seconds / 3600)} h`
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

const buzzInWords = (simulation: Simulation, part: string) => {
  const hertz = simulation.hertzOf(part)
  return ` buzzes${hertz ? `, some ${Math.round(hertz)} times a second` : ''}: it switches off its own supply as soon as it pulls in.`
}

/** What the current went through that opened a fuse: the wires and parts, from the fuse on. */
function shortInWords(simulation: Simulation, job: Job, fuse: string): Piece[] {
  const path = simulation.blownBy(fuse)
  if (!path) return [{ text: '.' }]
  const parts: Piece[] = []
  const wires: Piece[] = []
  for (const id of path) {
    const wire = /^wire:(.+)$/.exec(id)?.[1]
    const part = wire ? undefined : id.slice(0, id.indexOf('.'))
    if (wire) wires.push({ text: job.wires[wire]?.label ?? wire, wire })
    else if (part && part in job.parts && part !== fuse && kindOf(job.parts[part]!)?.class !== 'joint')
      if (!parts.some((piece) => piece.part === part)) parts.push({ text: labelOf(job, part), part })
  }
  const listed = (pieces: Piece[]) => pieces.flatMap((piece, i) => (i === 0 ? [piece] : [{ text: ', ' }, piece]))
  return [
    { text: ': the current ran through ' },
    ...listed(parts),
    { text: parts.length > 0 ? ' by wires ' : 'wires ' },
    ...listed(wires),
    { text: '. Find the short before it is made again.' },
  ]
}

/** What should answer the zones and does not, or answers nobody. */
function answers(simulation: Simulation, job: Job, loops: Loops, zones: readonly ZoneStanding[]): Sentence[] {
  const troubles: Sentence[] = []
  const told = boilersTold(simulation)
  const anyProven = zones.some(({ proven }) => proven)
  if (told.length > 0 && !zones.some((z) => z.calling || z.moving || z.trouble) && !anyProven)
    troubles.push([
      { text: labelOf(job, told[0]!.id), part: told[0]!.id, wrong: true },
      { text: ' is called though no zone calls and no end switch is made: its call wires touch somewhere.' },
    ])
  else if (
    told.length > 0 &&
    !zones.some(({ calling, moving }) => calling || moving) &&
    anyProven &&
    !zones.some((z) => z.trouble)
  )
    troubles.push([
      { text: labelOf(job, told[0]!.id), part: told[0]!.id, wrong: true },
      { text: ' is called though no zone calls: an end switch or a stand-in is made.' },
    ])
  troubles.push(...idlePumps(simulation, job, zones))
  if (told.length === 0) return troubles
  for (const strip of loops.shared) {
    if (!isAnswer(simulation, strip) || strip.complete || !strip.dark || withheld(simulation, strip)) continue
    const part = strip.subject.part
    // A pump that some zones own owes nothing while none of them is proven.
    const owners = zones.filter(({ zone }) => job.zones[zone]?.pump === part)
    if (owners.length > 0 && !owners.some(({ proven }) => proven)) continue
    const name: Piece = { text: labelOf(job, part), part, ...(strip.dark.part === part ? { wrong: true } : {}) }
    if (strip.dark.at === 'nowhere')
      troubles.push([{ text: 'The boiler is called, but ' }, { ...name, wrong: true }, { text: ' is not wired.' }])
    else if (strip.dark.part === part)
      troubles.push([{ text: 'The boiler is called and ' }, name, { text: ' is fed, but draws nothing.' }])
    else
      troubles.push([
        { text: 'The boiler is called, but ' },
        name,
        { text: ' gets nothing. Its line goes dark at ' },
        darkInWords(job, strip.dark),
        { text: '.' },
      ])
  }
  return troubles
}

/** A pump that runs with nobody calling, and no boiler that runs it on. */
function idlePumps(simulation: Simulation, job: Job, zones: readonly ZoneStanding[]): Sentence[] {
  const parts = [...simulation.netlist.parts.values()]
  const excused =
    zones.some(({ calling, moving, proven, trouble }) => calling || moving || proven || trouble) ||
    boilersTold(simulation).length > 0 ||
    parts.some((part) => count(simulation, part, 'runOn') > 0)
  if (excused) return []
  return parts
    .filter((part) => part.kind.class === 'pump' && is(simulation, part, 'running'))
    .map(({ id }) => [
      { text: labelOf(job, id), part: id, wrong: true },
      { text: ' runs though nobody calls: it is fed past every switch that should start it.' },
    ])
}

/** What waits on purpose: normal, not faulty, each a sentence. */
function onPurpose(simulation: Simulation, job: Job, loops: Loops): string[] {
  const says: string[] = []
  for (const part of simulation.netlist.parts.values()) {
    const left = count(simulation, part, 'runOn')
    if (left > 0 && !is(simulation, part, 'told'))
      says.push(`${labelOf(job, part.id)} runs its pump on for ${Math.ceil(left)} s.`)
    if (is(simulation, part, 'keepsWarm')) says.push(`${labelOf(job, part.id)} keeps its stored water warm.`)
    if (is(simulation, part, 'told') && is(simulation, part, 'limitOpen') && !stuck(simulation, part, 'limitOpen'))
      says.push(`${labelOf(job, part.id)} is at its high limit: the burner waits until the water has cooled.`)
  }
  for (const strip of loops.shared) {
    if (!isAnswer(simulation, strip) || strip.complete) continue
    const held = withheld(simulation, strip)
    // A panel that keeps one pump off for another's sake is as it should be: nobody waits for anything.
    if (held && held.by.kind.class !== 'panel' && !is(simulation, held.by, 'limitOpen'))
      says.push(`${labelOf(job, held.by.id)}: ${held.why}.`)
  }
  return [...new Set(says)]
}

const isAnswer = (simulation: Simulation, strip: Strip) => {
  const kind = simulation.netlist.parts.get(strip.subject.part)?.kind
  return kind?.class === 'pump' || kind?.class === 'burner'
}

/** Do boilers and pumps stand still? */
const atRest = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].every(
    (part) =>
      !(part.kind.class === 'pump' && is(simulation, part, 'running')) &&
      count(simulation, part, 'runOn') === 0 &&
      !is(simulation, part, 'keepsWarm'),
  )

function quiet(
  simulation: Simulation,
  job: Job,
  zones: readonly ZoneStanding[],
): { tone: 'well' | 'busy'; sentence: Sentence } {
  const named = (list: readonly ZoneStanding[]) => {
    const names = list.map(({ zone }) => job.zones[zone]!.name)
    return names.length > 3
      ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`
      : names.length > 1
        ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
        : (names[0] ?? '')
  }
  if (zones.length === 0) return { tone: 'well', sentence: [{ text: 'No zones yet. Survey the plant first.' }] }
  if (zones.every(({ says }) => says === 'not wired'))
    return { tone: 'well', sentence: [{ text: 'Surveyed, not wired yet. Choose how it is wired.' }] }
  const moving = zones.filter(({ moving }) => moving)
  if (moving.length > 0) {
    const [one] = moving
    const says =
      moving.length === 1
        ? `${job.zones[one!.zone]!.name}: valve ${one!.says}.`
        : `${named(moving)}: valves on their way.`
    return { tone: 'busy', sentence: [{ text: says }] }
  }
  const waiting = zones.filter((z) => z.calling && !z.proven)
  if (waiting.length > 0)
    return { tone: 'busy', sentence: [{ text: `${named(waiting)}: ${waiting[0]!.says}. Normal, not faulty: wait.` }] }
  const calling = zones.filter((z) => z.calling)
  if (calling.length === 0)
    return {
      tone: 'well',
      sentence: [
        {
          text: zones.some(({ opening }) => opening > 0)
            ? 'Nobody calls, and a valve stands open.'
            : hasBoiler(simulation) && atRest(simulation)
              ? 'Nobody calls: every valve shut, every switch open, boiler and pump at rest.'
              : 'Nobody calls: every valve shut.',
        },
      ],
    }
  const told = boilersTold(simulation).length > 0
  const follow = calling.filter(({ zone }) => loopsFollow(simulation, job, zone))
  if (follow.length === calling.length)
    return {
      tone: 'well',
      sentence: [{ text: `${named(calling)}: ${calling.length === 1 ? calling[0]!.says : 'open as far as asked'}.` }],
    }
  const calls = calling.length === 1 ? 'calls' : 'call'
  return {
    tone: 'well',
    sentence: [
      {
        text: `${named(calling)} ${calls}: ${[...opened(simulation, calling), ...(told ? ['boiler called'] : [])].join(', ') || 'nothing to open'}.`,
      },
    ],
  }
}

/** What is known of the valves of zones that call: proven where each has a switch that says so. */
function opened(simulation: Simulation, calling: readonly ZoneStanding[]): string[] {
  const own = calling.filter(({ valveless }) => !valveless)
  if (own.length === 0) return []
  if (!hasBoiler(simulation)) return ['open']
  const assumed = own.filter((zone) => zone.assumed)
  if (assumed.length === 0) return ['open and proven']
  return [assumed.length === own.length ? 'open, assumed' : `open, ${assumed.length} of ${own.length} only assumed`]
}

/** Does the zone's valve follow a signal, rather than open and shut? */
function loopsFollow({ netlist }: Simulation, job: Job, zone: string): boolean {
  const valve = job.zones[zone]?.valve
  return valve !== undefined && netlist.parts.get(valve)?.kind.roles?.listens !== undefined
}
