import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'

/** A sentence in pieces, so that a screen can make the part it names a link. */
export interface Piece {
  readonly text: string
  readonly part?: string
  readonly wire?: string
  /** The one element of the part it is about, where it is not the whole part. */
  readonly element?: string
  /** Parts it counts instead of naming each. */
  readonly counts?: readonly string[]
  /** This piece names what is wrong. */
  readonly wrong?: boolean
}

export type Sentence = readonly Piece[]

export const sentenceText = (sentence: Sentence) => sentence.map(({ text }) => text).join('')

export const labelOf = (job: Job, part: string) => job.parts[part]?.label ?? part

/** Where a terminal is, in words: `Valve 2 M1`; a part alone by its name. */
export function pointInWords(job: Job, point: string): string {
  const lead = /^wire:(.+)\.(from|to)$/.exec(point)
  if (lead) {
    const wire = job.wires[lead[1]!]
    const end = wire?.[lead[2] === 'from' ? 'from' : 'to']
    return wire && end ? `Wire ${wire.label}, end at ${terminalInWords(job, end.part, end.terminal)}` : point
  }
  const spare = spareCoreOf(job, point)
  if (spare) return `${spare.label}, spare core ${spare.core}, ${spare.place} end`
  const [part = point, terminal] = point.split('.')
  return terminal === undefined ? labelOf(job, part) : terminalInWords(job, part, terminal)
}

/**
 * Two points between which something is read. Two terminals of one part that bear the same marking are told as a pair.
 * @example pairInWords(job, 'B1.t1', 'B1.t2') // 'both terminals Boiler T'
 */
export function pairInWords(job: Job, from: string, to: string): string {
  const [one, other] = [pointInWords(job, from), pointInWords(job, to)]
  return one === other ? `both terminals ${one}` : `${one} and ${other}`
}

/** `Valve 2 M1`, or `Splice S4 way 1`. */
export function terminalInWords(job: Job, part: string, terminal: string): string {
  const way = kindOf(job.parts[part])?.terminals[terminal]?.role === 'way' ? 'way ' : ''
  return `${labelOf(job, part)} ${way}${markingOf(job, part, terminal)}`
}

/** What is printed at a terminal: the user's own marking, or the usual one of its kind. */
export function markingOf(job: Job, part: string, terminal: string): string {
  const found = job.parts[part]
  const usual = found ? kindOf(found)?.terminals[terminal]?.marking : undefined
  return found?.markings?.[terminal] ?? usual ?? terminal
}

/**
 * What the trade calls one of a part's contacts, where the part has several.
 * @example contactName(job, 'B1', 'pumpRelay') // 'pump relay'
 */
export function contactName(job: Job, part: string, element: string): string | undefined {
  const kind = kindOf(job.parts[part])
  const proves = kind?.class === 'valve' && kind.roles.switches?.some((one) => one.element === element)
  return kind?.contacts?.[element] ?? (proves ? 'end switch' : undefined)
}

/** A contact with its part: `the pump relay of Boiler`, `channel 2 of Zone panel`; the part alone where it has but one. */
export function contactInWords(job: Job, part: string, element: string): string {
  const name = contactName(job, part, element)
  if (name === undefined) return labelOf(job, part)
  return `${/\d$/.test(name) ? '' : 'the '}${name} of ${labelOf(job, part)}`
}

/** A spare core of a cable by one of its ends: `core:C2/red.far`. */
function spareCoreOf(job: Job, point: string) {
  const named = /^core:([^/]+)\/(.+)\.(near|far)$/.exec(point)
  const cable = named ? job.cables[named[1]!] : undefined
  if (!named || !cable) return undefined
  const place = named[3] === 'near' ? cable.from : cable.to
  return { label: cable.label, core: named[2]!, place: job.places[place]?.name ?? named[3]! }
}

/** The place of a terminal or conductor end. */
export function placeOf(job: Job, point: string): string {
  const spare = spareCoreOf(job, point)
  if (spare) return spare.place
  const lead = /^wire:(.+)\.(from|to)$/.exec(point)
  const part = lead
    ? job.wires[lead[1]!]?.[lead[2] === 'from' ? 'from' : 'to'].part
    : point.slice(0, point.indexOf('.'))
  const place = part ? job.parts[part]?.place : undefined
  return (place && job.places[place]?.name) || ''
}

/**
 * What somebody looked at, as it is called on this job; as it stands where the job has no such thing.
 * @example lookedAtInWords(job, 'zone:signal') // 'Signal house'
 */
export function lookedAtInWords(job: Job, of: string): string {
  const [what, id = ''] = of.split(':')
  if (what === 'part' && job.parts[id]) return labelOf(job, id)
  if (what === 'wire' && job.wires[id]) return wireInWords(job, id)
  if (what === 'point') return pointInWords(job, id)
  const named = what === 'zone' ? job.zones[id] : what === 'place' ? job.places[id] : undefined
  return named?.name ?? of
}

/** A wire as its label names it. */
export const wireInWords = (job: Job, wire: string): string => `Wire ${job.wires[wire]?.label ?? wire}`
