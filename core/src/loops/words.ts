import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { Dark } from './strip.ts'

/** A sentence in pieces, so that a screen can make the part it names a link. */
export interface Piece {
  readonly text: string
  readonly part?: string
  readonly wire?: string
  /** The one element of the part it is about, where it is not the whole part. */
  readonly element?: string
  /** This piece names what is wrong. */
  readonly wrong?: boolean
}

export type Sentence = readonly Piece[]

export const sentenceText = (sentence: Sentence) => sentence.map(({ text }) => text).join('')

export const labelOf = (job: Job, part: string) => job.parts[part]?.label ?? part

/** Where a terminal is, in words: `Valve 2 M1`. */
export function pointInWords(job: Job, point: string): string {
  const lead = /^wire:(.+)\.(from|to)$/.exec(point)
  if (lead) {
    const wire = job.wires[lead[1]!]
    const end = wire?.[lead[2] === 'from' ? 'from' : 'to']
    return wire && end ? `Wire ${wire.label}, end at ${terminalInWords(job, end.part, end.terminal)}` : point
  }
  const dot = point.indexOf('.')
  return terminalInWords(job, point.slice(0, dot), point.slice(dot + 1))
}

/** `Valve 2 M1`, or `Splice S4 way 1`. */
export function terminalInWords(job: Job, part: string, terminal: string): string {
  const way = kindOf(job.parts[part] ?? { kind: '' })?.terminals[terminal]?.role === 'way' ? 'way ' : ''
  return `${labelOf(job, part)} ${way}${markingOf(job, part, terminal)}`
}

/** What is printed at a terminal: the user's own marking, or the usual one of its kind. */
export function markingOf(job: Job, part: string, terminal: string): string {
  const found = job.parts[part]
  const usual = found ? kindOf(found)?.terminals[terminal]?.marking : undefined
  return found?.markings?.[terminal] ?? usual ?? terminal
}

/** The place of a terminal or conductor end. */
export function placeOf(job: Job, point: string): string {
  const lead = /^wire:(.+)\.(from|to)$/.exec(point)
  const part = lead
    ? job.wires[lead[1]!]?.[lead[2] === 'from' ? 'from' : 'to'].part
    : point.slice(0, point.indexOf('.'))
  const place = part ? job.parts[part]?.place : undefined
  return (place && job.places[place]?.name) || ''
}

/** Where a loop goes dark, as the end of a sentence that begins "goes dark at". */
export function darkInWords(job: Job, dark: Dark): Piece {
  const label = dark.part ? labelOf(job, dark.part) : ''
  const about = {
    wrong: true,
    ...(dark.part ? { part: dark.part } : {}),
    ...(dark.wire ? { wire: dark.wire } : {}),
    ...(dark.element ? { element: dark.element } : {}),
  }
  switch (dark.at) {
    case 'wire': {
      const wire = job.wires[dark.wire!]!
      const { part: _, ...wireOnly } = about
      return {
        text: `wire ${wire.label} (${wire.colour}), between ${labelOf(job, wire.from.part)} and ${labelOf(job, wire.to.part)}`,
        ...wireOnly,
      }
    }
    case 'lead':
      return { text: `the lead lifted off ${terminalInWords(job, dark.part!, dark.terminal!)}`, ...about }
    case 'splice':
      return { text: `a loose way of ${label}`, ...about }
    case 'source':
      return { text: label, ...about }
    case 'nowhere':
      return { text: dark.terminal ? terminalInWords(job, dark.part!, dark.terminal) : label, ...about }
    default: {
      const roles = kindOf(job.parts[dark.part!]!)?.roles
      const isSwitch = roles?.endSwitch === dark.element && kindOf(job.parts[dark.part!]!)?.class === 'valve'
      return { text: isSwitch ? `the end switch of ${label}` : label, ...about }
    }
  }
}
