import { Type } from 'typebox'
import { kindOf } from '../../parts/index.ts'
import { pointInWords } from '../../words/words.ts'
import type { Entry } from '../entry.ts'
import { entryKind, type Folding } from '../entry-kind.ts'
import { StateSchema } from '../stand.ts'
import { closed, EntryId, Id, Line } from './fields.ts'
import { handInWords } from './seen.ts'

/** What can be done for a test and has to be put back, with the words for it and for its end. */
export const acts = {
  lift: { did: 'lifted', ends: 'landed again' },
  link: { did: 'linked', ends: 'link taken off' },
  turn: { did: 'turned', ends: 'turned back' },
  dial: { did: 'dialled', ends: 'dialled back' },
  park: { did: 'parked', ends: 'let go' },
  hold: { did: 'held', ends: 'let go' },
  wiggle: { did: 'wiggled', ends: 'left alone' },
  exchange: { did: 'exchanged', ends: 'exchanged back' },
  uncover: { did: 'uncovered', ends: 'covered' },
  'off its base': { did: 'off its base', ends: 'on its base again' },
  shut: { did: 'shut', ends: 'opened' },
} as const

const kind = Type.Literal('action')

export const Action = Type.Union([
  Type.Object(
    {
      kind,
      does: Type.Union([
        Type.Literal('lift'),
        Type.Literal('link'),
        Type.Literal('turn'),
        Type.Literal('dial'),
        Type.Literal('park'),
        Type.Literal('hold'),
        Type.Literal('wiggle'),
        Type.Literal('exchange'),
        Type.Literal('uncover'),
        Type.Literal('off its base'),
        Type.Literal('shut'),
      ]),
      /** A part, a terminal or a conductor's end: `V2`, `V2.m1`, `wire:w21.from`. */
      of: Type.String({ minLength: 1, maxLength: 120 }),
      /** The other end of a link or an exchange. */
      with: Type.Optional(Type.String({ maxLength: 120 })),
      state: Type.Optional(Type.String({ maxLength: 32 })),
      value: Type.Optional(StateSchema),
      seconds: Type.Optional(Type.Number({ minimum: 0, maximum: 86_400 })),
      note: Type.Optional(Line),
    },
    closed,
  ),
  Type.Object({ kind, does: Type.Literal('end'), ends: EntryId, part: Type.Optional(Id) }, closed),
])

export const action = entryKind({
  kind: 'action',
  name: 'Done',
  schema: Action,
  subject: (body) => ('of' in body ? `${body.does}:${body.of}` : `end:${body.ends}`),
  fold(found, body, entry) {
    if ('ends' in body) {
      const begun = found.open.get(body.ends)
      if (!begun) return
      found.open.delete(body.ends)
      const supposition = suppositionOf(begun.entry.body)
      if (supposition) found.supposed.delete(supposition)
      found.hands.letGo(body.ends)
      return
    }
    const says = `${wordsOf(found, body.of)} ${acts[body.does].did}${body.with ? ` to ${wordsOf(found, body.with)}` : ''}`
    // Wiggling ends by itself.
    if (body.does !== 'wiggle') found.open.set(entry.id, { entry, does: body.does, says })
    const supposition = suppositionOf(body)
    if (supposition) found.supposed.set(supposition, { is: { id: supposition }, entry })
    const hand = handOf(found, body)
    if (hand) found.hands.set(...hand, entry.id)
  },
  says: (body, job) =>
    'ends' in body
      ? 'Put back'
      : `${pointInWords(job, body.of)} ${acts[body.does].did}${body.with === undefined ? '' : ` to ${pointInWords(job, body.with)}`}${body.state === undefined ? '' : `, ${handInWords(job.parts[body.of], body.state, body.value)}`}`,
})

/** What an action makes of the circuit while it lasts. */
export function suppositionOf({ does, of, with: other }: Entry['body']): string | undefined {
  if (does === 'lift') return `${String(of)}/lifted`
  if (does === 'link') return `link:${String(of)}+${String(other)}/fitted`
  return undefined
}

function handOf(
  found: Folding,
  { does, of, state, value }: Entry['body'],
): [string, string, string | number | boolean] | undefined {
  const part = String(of)
  const roles = kindOf(found.circuit.parts[part])?.roles
  // Taken off its base a thermostat surely calls for nothing.
  if (does === 'off its base' && roles?.calling) return [part, roles.calling, false]
  if (typeof state !== 'string' || value === undefined || !found.circuit.parts[part]) return undefined
  if (typeof value !== 'string' && typeof value !== 'number' && typeof value !== 'boolean') return undefined
  return [part, state, value]
}

function wordsOf({ circuit }: Folding, of: string): string {
  const lead = /^wire:(.+)\.(from|to)$/.exec(of)
  if (lead) return `Wire ${circuit.wires[lead[1]!]?.label ?? lead[1]}`
  const [part = of, terminal] = of.split('.')
  const label = circuit.parts[part]?.label ?? part
  return terminal === undefined
    ? label
    : `${label} ${circuit.parts[part]?.markings?.[terminal] ?? kindOf(circuit.parts[part])?.terminals[terminal]?.marking ?? terminal}`
}
