import { Type } from 'typebox'
import { figuresOf } from '../../circuit/netlist.ts'
import { type Job, Part, Wire } from '../../job/schema.ts'
import { kindOf, UNKNOWN_END } from '../../parts/index.ts'
import { suppositionInWords } from '../../suppose/index.ts'
import { Supposition } from '../../suppose/supposition.ts'
import { labelOf, lookedAtInWords, pointInWords } from '../../words/words.ts'
import { entryKind, type Folding } from '../entry-kind.ts'
import { StateSchema } from '../stand.ts'
import { closed, Id, Line } from './fields.ts'

const what = <T extends string>(name: T) => ({ kind: Type.Literal('seen'), what: Type.Literal(name) })

/**
 * A conductor as it was seen; without `to` where nobody knows yet where it goes. Leads of one part that end in one sheath
 * are written down under the same name of it.
 */
const SeenWire = Type.Object(
  { ...Wire.properties, to: Type.Optional(Wire.properties.to), sheath: Type.Optional(Line) },
  closed,
)

/** Something that is so on the wall. */
export const Seen = Type.Union([
  /** A conductor, or that there is none: `is` is null. Without `wire` it is one nobody had written down. */
  Type.Object({ ...what('conductor'), wire: Type.Optional(Id), is: Type.Union([SeenWire, Type.Null()]) }, closed),
  /** A part, of this kind and with this nameplate, or that there is none. */
  Type.Object({ ...what('part'), part: Type.Optional(Id), is: Type.Union([Part, Type.Null()]) }, closed),
  /** Something wrong, or that it is not wrong any more. */
  Type.Object({ ...what('condition'), is: Supposition, so: Type.Boolean() }, closed),
  /** A lever, switch, dial or call in a position. */
  Type.Object({ ...what('hand'), part: Id, state: Type.String({ maxLength: 32 }), value: StateSchema }, closed),
  /** A figure from a nameplate, or measured. */
  Type.Object(
    {
      ...what('figure'),
      part: Id,
      figure: Type.String({ maxLength: 32 }),
      value: Type.Number({ minimum: -1e6, maximum: 1e6 }),
    },
    closed,
  ),
  /** Volts of the line. */
  Type.Object({ ...what('supply'), volts: Type.Number({ minimum: 0, maximum: 480 }) }, closed),
  /** What hand, eye or ear found, in one word. */
  Type.Object({ ...what('word'), of: Line, look: Line, word: Line }, closed),
])

export const seen = entryKind({
  kind: 'seen',
  name: 'Seen',
  schema: Seen,
  subject(body) {
    switch (body.what) {
      case 'conductor':
        return body.wire && `wire:${body.wire}`
      case 'part':
        return body.part && `part:${body.part}`
      case 'condition':
        return body.is.id
      case 'hand':
        return `hand:${body.part}.${body.state}`
      case 'figure':
        return `figure:${body.part}.${body.figure}`
      case 'supply':
        return 'supply'
      default:
        return undefined
    }
  },
  fold(found, body, entry) {
    const { circuit } = found
    const lost = (says: string) => void found.offRecord.push({ entry, says })
    switch (body.what) {
      case 'conductor': {
        const id = body.wire ?? `e-${entry.id}`
        if (body.is === null) {
          if (!circuit.wires[id]) return lost(`wire ${id}, which is not on the record, is not there`)
          delete circuit.wires[id]
          found.conductors.delete(id)
          return
        }
        const { to, sheath: _, ...rest } = body.is
        const missing = [rest.from, to].find((end) => end && !circuit.parts[end.part])
        if (missing) return lost(`wire ${rest.label} leads to ${missing.part}, which is not on the record`)
        circuit.wires[id] = { ...rest, to: to ?? loose(found, id, rest.from.part) }
        found.conductors.set(id, 'seen')
        return
      }
      case 'part': {
        const id = body.part ?? `e-${entry.id}`
        if (body.is) circuit.parts[id] = body.is
        else if (circuit.parts[id]) takeDown(found, id)
        else lost(`part ${id}, which is not on the record, is not there`)
        return
      }
      case 'condition':
        if (body.so) found.supposed.set(body.is.id, { is: body.is, entry })
        else found.supposed.delete(body.is.id)
        return
      case 'hand': {
        if (!circuit.parts[body.part]) return lost(`${body.part} is not on the record`)
        found.hands.set(body.part, body.state, body.value)
        return
      }
      case 'figure': {
        const part = circuit.parts[body.part]
        if (!part) return lost(`${body.part} is not on the record`)
        part.figures = { ...part.figures, [body.figure]: body.value }
        return
      }
      case 'supply':
        found.supposed.set('supply/volts', { is: { id: 'supply/volts', value: body.volts }, entry })
        return
    }
  },
  says(body, job) {
    switch (body.what) {
      case 'conductor': {
        const known = body.wire ? job.wires[body.wire] : undefined
        if (body.is === null) return `Wire ${known?.label ?? body.wire} is not there`
        const ends = [body.is.from, body.is.to].map((end) =>
          end ? pointInWords(job, `${end.part}.${end.terminal}`) : 'nobody knows where',
        )
        return `Wire ${body.is.label}, ${body.is.colour}: ${ends.join(' to ')}`
      }
      case 'part':
        if (body.is === null) return `${labelOf(job, body.part ?? '')} is not there`
        return `${body.is.label}: ${kindOf(body.is)?.name ?? body.is.kind}`
      case 'condition':
        return `${suppositionInWords(job, body.is)}${body.so ? '' : ': no longer'}`
      case 'hand':
        return `${labelOf(job, body.part)}: ${handInWords(job.parts[body.part], body.state, body.value)}`
      case 'figure':
        return figureInWords(job, body)
      case 'supply':
        return `The line stands at ${body.volts} V`
      default:
        return `${lookedAtInWords(job, body.of)}: ${body.look} ${body.word}`
    }
  },
})

/** A figure by the name and the unit its kind has for it. */
function figureInWords(job: Job, { part, figure, value }: { part: string; figure: string; value: number }): string {
  const known = kindOf(job.parts[part])?.figures[figure]
  return `${labelOf(job, part)}: ${known?.name ?? figure} ${value} ${known?.unit ?? ''}`.trim()
}

/** A hand's position in the words its kind has for it, a knob's with its unit. @example 'manual lever parked open', 'output 1 10 V' */
export function handInWords(part: Pick<Part, 'kind' | 'figures'> | undefined, state: string, value: unknown): string {
  const known = kindOf(part)
  const control = known?.controls?.find((one) => one.state === state)
  if (!known || !control) return `${state} ${String(value)}`
  const name = control.name.toLowerCase()
  if ('dial' in control) {
    const { unit, per = 1 } = control.dial(figuresOf(known, part?.figures))
    return `${name} ${Number((Number(value) / per).toFixed(2))} ${unit}`.trim()
  }
  const says = control.options.find((one) => one.value === value)?.says ?? String(value)
  // A switch is all there is of its part, which is named before.
  return control.name === known.name ? says : `${name} ${says}`
}

/** A node of its own for an end that nobody has followed yet. */
function loose(found: Folding, wire: string, beside: string) {
  const id = `${wire}-end`
  const place = found.circuit.parts[beside]?.place ?? ''
  found.circuit.parts[id] = { kind: UNKNOWN_END, label: 'Far end not known', place }
  return { part: id, terminal: 'end' }
}

/** What was wrong with a part and where its lever stood go with it: what hangs in its place comes sound and as it comes. */
export function forgetPart({ hands, supposed }: Folding, part: string) {
  hands.forgetPart(part)
  for (const id of supposed.keys())
    if (id.startsWith(`part:${part}/`) || id.startsWith(`part:${part}.`)) supposed.delete(id)
}

export function takeDown(found: Folding, part: string) {
  const { circuit, conductors } = found
  forgetPart(found, part)
  delete circuit.parts[part]
  for (const [id, { from, to }] of Object.entries(circuit.wires))
    if (from.part === part || to.part === part) {
      delete circuit.wires[id]
      conductors.delete(id)
    }
}
