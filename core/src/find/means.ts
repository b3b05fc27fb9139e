import { type Ask, type AskForm, readIn } from './ask.ts'

/** Tools beside a meter and two hands, for which not everybody has room in the bag. */
export const tools = [
  { tool: 'clamp', says: 'a clamp meter', for: 'amps' },
  { tool: 'stick', says: 'a voltage stick', for: 'stick' },
] as const satisfies readonly { tool: string; says: string; for: AskForm }[]

export type Tool = (typeof tools)[number]['tool']

/** What whoever asks has and may do. */
export interface Means {
  /** Tools that are not there. */
  readonly without?: readonly Tool[]
  /** No lead, no stick and no finger at anything that is live; what a look or a hand outside tells stays. */
  readonly deadOnly?: boolean
}

/**
 * May an ask be offered to somebody with these means?
 * @example asks.filter(inReach({ without: ['clamp'], deadOnly: true }))
 */
export const inReach =
  ({ without = [], deadOnly = false }: Means) =>
  ({ ask, power }: Pick<Ask, 'ask' | 'power'>): boolean =>
    !tools.some((one) => one.for === ask && without.includes(one.tool)) && !(deadOnly && power && isAtLive(ask))

/** With the power on: is it done with leads, a stick, or hands inside a box? */
const isAtLive = (ask: AskForm): boolean => readIn(ask) !== undefined || ask === 'wiggle' || ask === 'stick'
