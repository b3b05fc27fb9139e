import type { Job } from '../job/schema.ts'
import { count, is, stuck } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { listed } from '../words/listed.ts'
import { labelOf, type Piece, type Sentence, sentenceText } from '../words/words.ts'
import { blankTroubles } from './blank.ts'
import type { Dark } from './dark.ts'
import { darkInWords, leadsNowhere, lostAt } from './dark-in-words.ts'
import { liveBy } from './live.ts'
import type { Loops } from './loops.ts'
import { atRest, idlePumps, isAnswer, onPurpose } from './on-purpose.ts'
import { boilersTold, hasBoiler, withheld } from './plant.ts'
import { powerLost } from './power.ts'
import { severalInWords } from './several.ts'
import { lineShorted } from './short.ts'
import { supplyTroubles } from './supply-troubles.ts'
import { usedTerminals } from './used-terminals.ts'
import { valvesAtRest } from './valves-at-rest.ts'
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
  const zones = loops.zones.map((zone) => zoneStanding(simulation, job, zone, loops))
  // Whatever else stands still does so because of it.
  const shorted = lineShorted(simulation, job)
  if (shorted) return { tone: 'wrong', sentence: shorted, more: [], zones }
  const dead = supplyTroubles(simulation, job, loops)
  // What a dead source feeds is blank because of it.
  const blank = blankTroubles(job, loops, dead)
  const named = wrongIn([...dead, ...blank])
  const blanks = new Set<string | undefined>(loops.blank.map(({ subject }) => subject.part))
  // Without a supply every zone is dark for the same reason, said once. That a thermostat is blank is why its zone calls in vain,
  // and no reason for what runs without a call.
  const said = (sentence: Sentence, calling: boolean) =>
    sentence.some(
      (piece) =>
        (dead.length > 0 && isSupply(loops)(piece)) ||
        (named.has(aboutOf(piece)) && (calling || !blanks.has(piece.part))),
    )
  const ofZones = zones.filter(({ trouble, calling }) => trouble && !said(trouble, calling))
  const power = powerLost(job, loops, ofZones)
  const troubles = [
    ...dead,
    ...blank,
    ...power.troubles,
    ...ofZones.flatMap(({ zone, trouble }) => (trouble && !power.of.has(zone) ? [trouble] : [])),
    ...answers(simulation, job, loops, zones),
  ]
  troubles.push(...undriven(simulation, job, loops, troubles))
  const [first, ...more] = troubles
  if (first) return { tone: 'wrong', sentence: first, more, zones }
  const calm = quiet(simulation, job, zones)
  const waits = onPurpose(simulation, job, loops)
  if (waits.length === 0) return { ...calm, more: [], zones }
  const text = ` ${waits.join(' ')} Normal, not faulty.`
  return { tone: 'busy', sentence: [...calm.sentence, { text }], more: [], zones }
}

/** Of dampers that are named as what is wrong: why they do not turn, where their own motor gets nothing. */
function undriven({ netlist }: Simulation, job: Job, { shared }: Loops, said: readonly Sentence[]): Sentence[] {
  const named = wrongIn(said)
  return shared.flatMap(({ subject: { part, element }, dark }): Sentence[] => {
    const { kind } = netlist.parts.get(part)!
    if (kind.class !== 'safety' || kind.roles.actuator !== element || !dark || !named.has(part)) return []
    const why: Piece[] =
      dark.at === 'nowhere'
        ? leadsNowhere(job, dark)
        : [{ text: 'its motor’s own loop goes dark at ' }, darkInWords(job, dark), { text: '.' }]
    return [[{ text: labelOf(job, part), part }, { text: ' does not turn: ' }, ...why]]
  })
}

/** What a piece of a sentence is about: a part, else a wire. */
const aboutOf = ({ part, wire }: Piece): string | undefined => part ?? (wire === undefined ? undefined : `wire ${wire}`)

/** Parts and wires that sentences name as what is wrong. */
const wrongIn = (sentences: readonly Sentence[]): ReadonlySet<string | undefined> =>
  new Set(
    sentences.flatMap((pieces) =>
      pieces.flatMap((piece) => (piece.wrong ? (piece.counts ?? aboutOf(piece) ?? []) : [])),
    ),
  )

const isSupply = (loops: Loops) => {
  const dead = new Set(
    loops.zones.flatMap(({ valve, call }) =>
      [valve, call].flatMap((s) => (s?.dark?.at === 'source' ? [s.dark.part] : [])),
    ),
  )
  return (piece: Piece) => piece.wrong === true && dead.has(piece.part)
}

/** What should answer the zones and does not, or answers nobody. */
function answers(simulation: Simulation, job: Job, loops: Loops, zones: readonly ZoneStanding[]): Sentence[] {
  const troubles: Sentence[] = []
  const told = boilersTold(simulation)
  const anyProven = zones.some(({ proven }) => proven)
  const locked = [...simulation.netlist.parts.values()].filter((part) => is(simulation, part, 'lockedOut'))
  for (const { id } of locked)
    troubles.push([
      { text: labelOf(job, id), part: id, wrong: true },
      { text: ' has locked out: it saw no flame in its time. Find the cause before it is reset.' },
    ])
  // A limit that stands open whatever the water does. Nobody is to be sent to the contact it keeps open.
  const limited = told.filter((part) => is(simulation, part, 'limitOpen') && stuck(simulation, part, 'limitOpen'))
  for (const part of limited)
    troubles.push([
      { text: 'The boiler is called, but the high limit of ' },
      { text: labelOf(job, part.id), part: part.id, wrong: true },
      {
        text: ` stands open, with the water at ${count(simulation, part, 'water').toFixed(0)} °C. Find out why; never bridge it.`,
      },
    ])
  const keptOpen = ({ part, element }: Dark) =>
    limited.some(
      ({ id, kind, figures }) =>
        id === part && kind.withholds?.(figures, simulation.stateOf(id), element ?? '') !== undefined,
    )
  if (told.length > 0 && !zones.some((z) => z.calling || z.moving || z.trouble) && !anyProven)
    troubles.push([
      { text: labelOf(job, told[0]!.id), part: told[0]!.id, wrong: true },
      { text: ' is called though no zone calls and no end switch is made: ' },
      ...liveBy(simulation, job, `${told[0]!.id}.${told[0]!.kind.roles.callSense}`, 'its call comes'),
      { text: '.' },
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
  const used = usedTerminals(simulation.netlist)
  troubles.push(...fedAndStand(simulation, job, loops))
  for (const strip of loops.shared) {
    if (!isAnswer(simulation, strip) || withheld(simulation, strip)) continue
    if (locked.some(({ id }) => id === strip.dark?.part) || (strip.dark && keptOpen(strip.dark))) continue
    const part = strip.subject.part
    if (strip.complete || !strip.dark) continue
    // A pump that some zones own owes nothing while none of them is proven.
    const owners = zones.filter(({ zone }) => job.zones[zone]?.pump === part)
    if (owners.length > 0 && !owners.some(({ proven }) => proven)) continue
    const name: Piece = { text: labelOf(job, part), part }
    const faulty: Piece = { ...name, wrong: true }
    if (strip.dark.at === 'nowhere' && strip.dark.part === part && !used.has(`${part}.${strip.dark.terminal}`))
      troubles.push([{ text: 'The boiler is called, but ' }, faulty, { text: ' is not wired.' }])
    else if (strip.dark.at === 'nowhere')
      troubles.push([
        { text: 'The boiler is called, but ' },
        name,
        { text: ' gets nothing: ' },
        ...leadsNowhere(job, strip.dark),
      ])
    else if (strip.dark.part === part && strip.dark.at === 'load')
      troubles.push([{ text: 'The boiler is called and ' }, faulty, { text: ' is fed, but draws nothing.' }])
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

/** Pumps and burners through which current flows, and which do not what they should: too few volts, seized, no flame. */
function fedAndStand(simulation: Simulation, job: Job, loops: Loops): Sentence[] {
  // What buzzes is now fed and now not; that is said of all of it.
  if (simulation.buzzing.length > 0) return []
  const troubles: Sentence[] = []
  const weak = new Map<string, { parts: string[]; end: Piece[] }>()
  for (const strip of loops.shared) {
    const part = simulation.netlist.parts.get(strip.subject.part)!
    if (!isAnswer(simulation, strip) || !strip.complete || !part.kind.roles.running) continue
    const name: Piece = { text: labelOf(job, part.id), part: part.id, wrong: true }
    const dark = stuck(simulation, part, 'flame') && !is(simulation, part, 'flame')
    if (is(simulation, part, 'running')) {
      if (dark) troubles.push([{ text: 'The boiler is called and ' }, name, { text: ' runs, but does not light.' }])
    } else if (stuck(simulation, part, 'running'))
      troubles.push([{ text: 'The boiler is called and ' }, name, { text: ' is fed, but does not turn.' }])
    else {
      const end = lostAt(job, strip, loops)
      const { parts } = weak.get(sentenceText(end)) ?? { parts: [] }
      weak.set(sentenceText(end), { parts: [...parts, part.id], end })
    }
  }
  for (const { parts, end } of weak.values())
    troubles.push([
      { text: 'The boiler is called, but the voltage at ' },
      ...severalInWords(job, parts),
      { text: ` is too low to run ${parts.length > 1 ? 'them' : 'it'}` },
      ...end,
    ])
  return troubles
}

function quiet(
  simulation: Simulation,
  job: Job,
  zones: readonly ZoneStanding[],
): { tone: 'well' | 'busy'; sentence: Sentence } {
  const named = (list: readonly ZoneStanding[]) => {
    const names = list.map(({ zone }) => job.zones[zone]!.name)
    return names.length > 3 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : listed(names)
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
              ? `Nobody calls: ${valvesAtRest(simulation, job)}, every switch open, boiler and pump at rest.`
              : `Nobody calls: ${valvesAtRest(simulation, job)}.`,
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
  return netlist.parts.get(job.zones[zone]!.valve ?? '')?.kind.roles.listens !== undefined
}
