import { produce } from 'immer'
import { type Failure, fail, type Result, succeed } from '../job/failure.ts'
import type { Circuit, Job } from '../job/schema.ts'
import { type Alterations, together } from '../motion/alterations.ts'
import { contactOhms } from './contact-ohms.ts'
import { jointOhms, jointOpen, leadLifted } from './joints.ts'
import { exchanged, leadElsewhere, link } from './landed-otherwise.ts'
import { pairedElsewhere } from './paired-elsewhere.ts'
import { partFault } from './part-fault.ts'
import { partFigure } from './part-figure.ts'
import { supplyDead, supplyHigh, supplyLow, supplyNeutral, supplyOtherLeg, supplyVolts } from './supply.ts'
import type { Pieces, SupposedKind, Supposition } from './supposition.ts'
import { coresTouch, coreToEarth, neighboursTouch } from './touching.ts'
import { wireOpen } from './wire-open.ts'

/** Every way in which a plant can be other than its drawing. A new one is a new file and one line here. */
export const supposedKinds: readonly SupposedKind[] = [
  partFault,
  partFigure,
  contactOhms,
  wireOpen,
  jointOpen,
  leadLifted,
  jointOhms,
  coresTouch,
  neighboursTouch,
  coreToEarth,
  leadElsewhere,
  exchanged,
  link,
  supplyVolts,
  supplyLow,
  supplyHigh,
  supplyNeutral,
  supplyOtherLeg,
  supplyDead,
  pairedElsewhere,
]

interface Known {
  readonly kind: SupposedKind
  readonly pieces: Pieces
  readonly value: number
}

function known({ id, value }: Supposition): Known | undefined {
  for (const kind of supposedKinds) {
    const match = kind.form.exec(id)
    if (match) return { kind, pieces: match.groups ?? {}, value: value ?? kind.amount?.usual ?? 0 }
  }
  return undefined
}

/**
 * Is this a supposition the job allows? A name, a thing or a value it does not have is refused, with the names there are.
 */
export function checkSupposition(job: Job, supposition: Supposition): Result<Supposition> {
  const { id, value } = supposition
  const no = (code: string, says: string, remedy: string): { ok: false; failures: Failure[] } =>
    fail({ code: `suppose/${code}`, where: id, says, remedy })
  const what = known(supposition)
  if (!what)
    return no(
      'form',
      `"${id}" is no supposition.`,
      'Write part:V2/windingOpen, wire:w21/open, wire:w21.from/ohms, pair:C2/red+white/short or supply/low.',
    )
  const { kind, pieces } = what
  const missing = kind.missing(job, pieces)
  if (missing) return no('unknown', missing, 'Name one that exists.')
  const { amount } = kind
  if (value !== undefined && amount && (value < amount.from || value > amount.to))
    return no(
      'value',
      `${value} ${amount.unit} is outside what this can be.`.replace('  ', ' '),
      `Give from ${amount.from} to ${amount.to} ${amount.unit}.`.trim(),
    )
  return succeed(supposition)
}

/** A supposition in words: "wire 21 broken". */
export function suppositionInWords(job: Job, supposition: Supposition): string {
  const what = known(supposition)
  return what && !what.kind.missing(job, what.pieces)
    ? what.kind.says(job, what.pieces, what.value)
    : `${supposition.id} (not in this circuit)`
}

/** What it is about: what would be replaced, remade or set. */
export const unitOf = (circuit: Circuit, supposition: Supposition): string => {
  const what = known(supposition)
  return what ? what.kind.unit(circuit, what.pieces) : supposition.id
}

/** Is a supposition so at this second? What carries no pattern is so all the time. */
export function presentAt({ pattern }: Supposition, seconds: number): boolean {
  if (!pattern) return true
  const round = pattern.reduce((sum, length) => sum + length, 0)
  let left = seconds % round
  let i = 0
  while (i < pattern.length - 1 && left >= pattern[i]!) left -= pattern[i++]!
  return i % 2 === 0
}

/** What these do to a live bench at this second of its clock. Those the job does not allow do nothing. */
export function alterationsOf(job: Job, suppositions: readonly Supposition[], seconds = 0): Alterations {
  return together(
    suppositions.flatMap((one) => {
      const what = known(one)
      if (!what?.kind.alters || !presentAt(one, seconds) || what.kind.missing(job, what.pieces)) return []
      return [what.kind.alters(job, what.pieces, what.value)]
    }),
  )
}

/** The job wired as these would have it; the same job where none of them is more than a value. */
export function reshaped(job: Job, suppositions: readonly Supposition[]): Job {
  const shaping = suppositions.flatMap((one) => {
    const what = known(one)
    return what?.kind.reshapes && !what.kind.missing(job, what.pieces) ? [what] : []
  })
  return shaping.length === 0
    ? job
    : produce(job, (draft) => {
        for (const { kind, pieces } of shaping) kind.reshapes!(draft, pieces)
      })
}

/** Does it only change values, so that a live bench can take it on and give it back? */
export const inPattern = (supposition: Supposition): boolean => known(supposition)?.kind.reshapes === undefined

/** Every single thing that a live bench of this job could be supposed to have. */
export const everySupposition = (job: Job): Supposition[] => supposedKinds.flatMap((kind) => kind.every(job))
