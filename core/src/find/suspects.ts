import type { Job } from '../job/schema.ts'
import { type FirmRow, firmFactors, pieceOf } from '../log/firm.ts'
import { kindOf } from '../parts/index.ts'
import { everySupposition, inPattern, suppositionInWords } from '../suppose/index.ts'
import { repairedBy } from '../suppose/put-right.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { canGo, USUAL_PATTERN } from './goes.ts'
import { mislandingsOf } from './mislandings.ts'
import { timesTold } from './told.ts'
import { NONE_OF_THESE, NOTHING_WRONG, weightOf } from './weights.ts'

/** One way in which the plant may be broken; `unit` is what is replaced, remade or set to put it right. */
export interface Suspect {
  readonly id: string
  readonly suppositions: readonly Supposition[]
  readonly unit: string
  readonly weight: number
  readonly says: string
  /** It comes and goes: what it is while it is there, by the suspect that is so all the time. */
  readonly goes?: string
  /** Two things at once: the two suspects it is made of. Its unit names both of theirs, or the one that is the other's cause. */
  readonly both?: readonly [Suspect, Suspect]
}

/** What moves the usual weights: what the firm put right so far, and what is told of when it began. */
export interface Weighing {
  readonly firm?: readonly FirmRow[]
  readonly told?: string | undefined
}

/** Nothing of what is known. What it would show nobody can say: it explains any reading a little. */
export const NONE = 'none of these'
/** Nothing is wrong. */
export const WELL = 'nothing wrong'

/**
 * Every single thing that may be wrong with a plant and is not on record as wrong already, and the two that are always
 * possible: nothing wrong, and none of these.
 * @param weighing what moves the usual weights
 */
export function suspectsOf(job: Job, base: readonly Supposition[], { firm = [], told }: Weighing = {}): Suspect[] {
  const known = new Set(base.map(({ id }) => id))
  const going = goingOf(job, known, told)
  // Leads change places while somebody wires: to try them all is dear, and worth it only where that is told.
  const mislanded = told === 'wired' ? mislandingsOf(job) : []
  const single = everySupposition(job).filter(inPattern)
  const library = [...single.map((one) => [one]), ...mislanded].flatMap((suppositions): Suspect[] => {
    const [one] = suppositions
    const id = suppositions.map((each) => each.id).join(' and ')
    const weight = weightOf(one!.id) * timesTold(told, one!.id)
    if (weight === 0 || known.has(id)) return []
    const says = suppositions.map((each) => suppositionInWords(job, each)).join(', and ')
    return [{ id, suppositions, unit: repairedBy(job, one!), weight, says }]
  })
  const weighed = firm.length === 0 ? library : byFirm(job, library, firm)
  return [
    { id: WELL, suppositions: [], unit: WELL, weight: NOTHING_WRONG, says: 'Nothing is wrong' },
    { id: NONE, suppositions: [], unit: NONE, weight: NONE_OF_THESE, says: 'Something that is not on this list' },
    ...weighed,
    ...withConsequences(weighed),
    ...going,
  ]
}

/** Two things wrong at once, as one suspect: either of them is put right first, and leaves the other. */
export const twoOf = (one: Suspect, other: Suspect, weight: number): Suspect => ({
  id: `two:${one.id}&${other.id}`,
  suppositions: [...one.suppositions, ...other.suppositions],
  unit: `${one.unit} and ${other.unit}`,
  weight,
  says: `${one.says}, and ${other.says.charAt(0).toLowerCase()}${other.says.slice(1)}`,
  both: [one, other],
})

/** What a fault does to something else in time, where the simulation of a day does not show it. */
const CONSEQUENCES: readonly { readonly cause: RegExp; readonly effect: string; readonly share: number }[] = [
  // A motor that pushes against a body that does not turn burns out: so often, of all bodies seized shut.
  { cause: /^(part:[^/]+)\/bodySeizedShut$/, effect: '/windingOpen', share: 0.25 },
]

/** Causes with their consequences, as one suspect each. */
const withConsequences = (library: readonly Suspect[]): Suspect[] =>
  CONSEQUENCES.flatMap(({ cause, effect, share }) =>
    library.flatMap((one) => {
      const part = cause.exec(one.id)?.[1]
      const other = part && library.find(({ id }) => id === `${part}${effect}`)
      // It counts for its cause, which is put right first: the other comes to light then.
      return other ? [{ ...twoOf(one, other, share * one.weight), unit: one.unit }] : []
    }),
  )

/** The joints that may come and go: only where that is told does one weigh anything. */
function goingOf(job: Job, known: ReadonlySet<string>, told: string | undefined): Suspect[] {
  return everySupposition(job).flatMap((one): Suspect[] => {
    if (known.has(one.id) || !canGo(job, one.id)) return []
    const times = timesTold(told, `${one.id}${GOES}`)
    return [
      {
        id: `${one.id}${GOES}`,
        suppositions: [{ ...one, pattern: [...USUAL_PATTERN] }],
        unit: repairedBy(job, one),
        weight: times > 1 ? weightOf(one.id) * times : UNTOLD,
        says: `${suppositionInWords(job, one)}, comes and goes`,
        goes: one.id,
      },
    ]
  })
}

/** What sets the id of one that comes and goes apart from that of one that stays. */
const GOES = '/goes'
/** The weight of what nobody spoke of: as good as none. */
const UNTOLD = 1e-9

/** Weights moved by what was put right on the firm's jobs. */
function byFirm(job: Job, library: readonly Suspect[], firm: readonly FirmRow[]): Suspect[] {
  const keyOf = ({ unit }: Suspect) => {
    const { kind, piece } = pieceOf(job, unit)
    return `${kind} ${piece}`
  }
  const all = library.reduce((sum, { weight }) => sum + weight, 0)
  const usual = new Map<string, number>()
  for (const one of library) usual.set(keyOf(one), (usual.get(keyOf(one)) ?? 0) + one.weight / all)
  const factors = firmFactors(firm, usual)
  return library.map((one) => ({ ...one, weight: one.weight * factors.get(keyOf(one))! }))
}

/**
 * A unit in words: what is replaced, remade or set.
 * @example unitInWords(job, 'V2/head') // 'Valve 2, head'
 * @example unitInWords(job, 'V2') // 'The leads at Valve 2'
 */
export function unitInWords(job: Job, unit: string): string {
  if (unit === WELL) return 'No fault behind it'
  if (unit === NONE) return 'Something not on this list'
  if (unit === 'supply') return 'The mains'
  const [id = '', piece] = unit.split('/')
  const cable = job.cables[id]
  if (cable) return `${cable.label}${piece ? `, ${piece} core` : ''}`
  if (job.wires[id]) return `Wire ${job.wires[id].label}`
  const part = job.parts[id]
  if (!part) return unit
  if (piece === undefined) return kindOf(part)?.class === 'joint' ? part.label : `The leads at ${part.label}`
  return piece === 'whole' ? part.label : `${part.label}, ${piece}`
}
