import { type Ask, inOhms } from './ask.ts'
import { askKind } from './asks/index.ts'
import { bandsOf, countLeft, entropy, normal } from './likelihood.ts'
import type { Stand } from './stand.ts'
import { type StandTable, shownAt } from './table.ts'

/** What an answer would mean, before it is given. */
export interface Answer {
  readonly says: string
  readonly chance: number
  /** Units that would be left: so many of the likeliest hold nine tenths. */
  readonly leaves: number
  readonly leads: string
}

export interface Proposed {
  readonly ask: Ask
  readonly stand: Stand
  /** Minutes with the walk, the change of who calls, and the power taken off or brought back. */
  readonly minutes: number
  readonly bits: number
  readonly answers: readonly Answer[]
}

/** Suspects with a share worth counting, their units, and the bits that are open over these. */
export interface Open {
  readonly suspects: readonly { readonly id: string; readonly unit: number; readonly share: number }[]
  readonly units: readonly { readonly says: string; readonly share: number }[]
  readonly bits: number
}

/** A share under which a unit is not worth naming. */
export const NAMED = 0.02
/** An ask that tells less than this is noise, bits. */
const LEAST_BITS = 0.01
/** Bits a minute under which what is asked dead or at low voltage parts nothing any more: only then is live line voltage read. */
const LITTLE = 0.05

/** What an ask in a stand is expected to tell; nothing where that is noise. @param column where the ask stands in the table */
export function proposalOf(open: Open, table: StandTable, column: number, minutes: number): Proposed | undefined {
  const ask = table.asks[column]!
  const bands = bandsOf(
    open.suspects.map(({ id }) => shownAt(table, id, column)),
    inOhms(ask.ask),
  )
  if (bands.length < 2) return undefined
  const answers = bands.map(({ says, members }) => {
    const shares = new Float64Array(open.units.length)
    for (const at of members) shares[open.suspects[at]!.unit]! += open.suspects[at]!.share
    return { says, shares }
  })
  // What an answer says is held for true only as far as it can be trusted: it never tells quite all it seems to.
  const { trust } = askKind(ask.ask)
  const astray = (1 - trust) / (bands.length - 1)
  let after = 0
  for (const { shares } of answers) {
    const blurred = open.units.map(({ share }, i) => trust * shares[i]! + astray * (share - shares[i]!))
    const chance = blurred.reduce((sum, share) => sum + share, 0)
    after += chance * entropy(normal(blurred))
  }
  const bits = open.bits - after
  if (bits < LEAST_BITS) return undefined
  return { ask, stand: table.stand, minutes, bits, answers: answersOf(open, answers) }
}

const answersOf = ({ units }: Open, bands: readonly { says: string; shares: Float64Array }[]): Answer[] =>
  bands
    .map(({ says, shares }) => {
      const chance = shares.reduce((sum, share) => sum + share, 0)
      const left = [...shares].map((share) => share / chance)
      return {
        says,
        chance,
        leaves: countLeft(left),
        leads: units[left.indexOf(Math.max(...left))]!.says,
      }
    })
    .sort((a, b) => b.chance - a.chance)

const worth = ({ bits, minutes }: Proposed) => bits / minutes
const isLive = ({ ask, stand }: Proposed) => ask.line === true && stand.power

/** Does what is asked dead or at low voltage part nothing any more? */
export const tellLittle = (proposals: readonly Proposed[]): boolean =>
  !proposals.some((one) => !isLive(one) && worth(one) >= LITTLE)

/** The best for a minute first. Readings on live line voltage are among them only where nothing else tells anything. */
export function ranked(proposals: readonly Proposed[]): Proposed[] {
  const all = proposals.toSorted((a, b) => worth(b) - worth(a))
  return tellLittle(all) ? all : all.filter((one) => !isLive(one))
}
