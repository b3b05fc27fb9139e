import type { Job } from '../job/schema.ts'
import { valvesOf } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'
import { clockWords } from '../timeline/clock-words.ts'
import { labelOf } from '../words/words.ts'
import { type ContactLoad, isTooMuch } from './contacts.ts'
import { whoCallsInWords } from './full-calls.ts'
import { MARGIN } from './limits.ts'
import type { Device, SourceLoad } from './source-load.ts'

/** Is it carried, in one sentence; and what is behind that, in another. */
export interface LoadVerdict {
  readonly tone: 'well' | 'busy' | 'wrong'
  readonly says: string
  readonly why: string
}

/** What the transformers say, and the contacts and fuses beside them. @param contacts the most used first */
export function verdictOf(job: Job, sources: readonly SourceLoad[], contacts: readonly ContactLoad[]): LoadVerdict {
  const told = ofSources(job, sources)
  const over = contacts.find(isTooMuch)
  if (over && told.tone !== 'wrong')
    return {
      tone: 'wrong',
      says: `${labelOf(job, over.part)} carries ${ampsOver(over)} when ${whoCallsInWords(job, over.zones)}, and may carry ${over.may} A.`,
      why: over.guards ? 'It lets go in time.' : 'A contact that carries too much burns, or welds shut.',
    }
  const brief = contacts.find(({ brief }) => brief)
  if (brief && told.tone === 'well')
    return {
      tone: 'busy',
      says: `${labelOf(job, brief.part)} carries ${ampsOver(brief)} when ${whoCallsInWords(job, brief.zones)}, and may carry ${brief.may} A.`,
      why: `For ${clockWords(brief.over)}, and ${brief.held.toFixed(2)} A after that. ${brief.guards ? 'It bears that.' : 'Its contact wears sooner.'}`,
    }
  // Without a transformer it is the fuse of the spur that carries everything.
  const fuse = sources.length === 0 && contacts.find(({ guards }) => guards)
  return fuse
    ? {
        tone: 'well',
        says: `${labelOf(job, fuse.part)} carries it when ${whoCallsInWords(job, fuse.zones)}: ${fuse.amps.toFixed(2)} of ${fuse.may} A.`,
        why: `${AT_LINE} No transformer carries anything here.`,
      }
    : told
}

/** What is too much to carry, and that it is so only while valves start. @example '1.2 A while valves start' */
export const ampsOver = ({ amps, may, held }: Pick<ContactLoad, 'amps' | 'may' | 'held'>): string =>
  `${amps.toFixed(amps < may + 0.1 ? 2 : 1)} A${held > may ? '' : ' while valves start'}`

/** The one that is used most; what is more than one is rated for only while valves start comes after what stays so. */
export const fullest = (sources: readonly SourceLoad[]): SourceLoad | undefined =>
  sources.toSorted((a, b) => Number(isOver(b)) - Number(isOver(a)) || b.peak / b.rated - a.peak / a.rated)[0]

const isOver = ({ peak, rated, brief }: SourceLoad) => peak > rated && brief === undefined

const AT_LINE = 'The valves work at line voltage.'

const short = (device: Device) => device.needs !== undefined && device.volts < device.needs

function ofSources(job: Job, sources: readonly SourceLoad[]): LoadVerdict {
  const worst = fullest(sources)
  if (!worst) return { tone: 'well', says: 'No transformer carries anything here.', why: AT_LINE }
  if (worst.together.length === 1)
    return { tone: 'well', says: 'No zone is surveyed, so nothing calls.', why: 'Survey the zones first.' }
  const unfed = zonesUnfed(job, sources)
  const told = verdictOn(job, worst)
  return unfed.length === 0
    ? told
    : { ...told, why: `${told.why} Not counted, for it gets nothing: ${unfed.join(', ')}.`.trim() }
}

/** Valves that draw from no transformer though their zones call: broken, lifted, or not wired. */
const zonesUnfed = (job: Job, sources: readonly SourceLoad[]): string[] =>
  Object.values(job.zones).flatMap(({ valve }) => {
    const kind = valve ? kindOf(job.parts[valve]!) : undefined
    const low = kind?.terminals[kind.hookup?.back ?? '']?.circuit === 'low voltage'
    return valve && low && !sources.some(({ devices }) => devices.some(({ part }) => part === valve))
      ? [labelOf(job, valve)]
      : []
  })

function verdictOn(job: Job, worst: SourceLoad): LoadVerdict {
  const name = labelOf(job, worst.part)
  const most = worst.devices.toSorted((a, b) => b.holds - a.holds)[0]
  const heads = most ? valvesOf(job.zones[most.zone] ?? {}).length : 0
  const draws =
    heads > 1 ? `The ${heads} heads of ${job.zones[most!.zone]!.name} draw` : `${labelOf(job, most?.part ?? '')} draws`
  const hungry = most ? `${draws} ${most.holds.toFixed(0)} VA as long as ${heads > 1 ? 'they are' : 'it is'} open.` : ''
  const who = whoCallsInWords(job, worst.zones)
  if (isOver(worst))
    return {
      tone: 'wrong',
      says: `${name} is short by ${Math.ceil(worst.peak - worst.rated)} VA when ${who}.`,
      why: hungry,
    }
  const starved = worst.devices.find(short)
  if (starved)
    return {
      tone: 'wrong',
      says: `${labelOf(job, starved.part)} gets ${starved.volts.toFixed(1)} V when ${who}, and needs ${starved.needs} V to start.`,
      why: 'It starts late or not at all: the source sags, or its cable is long and thin.',
    }
  if (worst.brief !== undefined)
    return {
      tone: 'busy',
      says: `${name} gives ${worst.peak.toFixed(0)} of ${worst.rated} VA for ${clockWords(worst.brief)} when ${who}, and ${worst.atOnce.at(-1)!.va.toFixed(0)} after that.`,
      why: 'Its winding bears that while they start; they open a little slower.',
    }
  const left = worst.rated - worst.peak
  if (worst.peak > MARGIN * worst.rated)
    return {
      tone: 'busy',
      says: `${name} carries it when ${who}, with ${left.toFixed(0)} VA to spare and no margin.`,
      why: `${worst.peak.toFixed(0)} of ${worst.rated} VA; up to ${(MARGIN * worst.rated).toFixed(0)} leaves a margin.`,
    }
  return {
    tone: 'well',
    says: `${name} carries it when ${who}: ${worst.peak.toFixed(0)} of ${worst.rated} VA.`,
    // How many more valves that carries is found by running them, never by dividing.
    why: `${(MARGIN * worst.rated - worst.peak).toFixed(0)} VA are left within the margin.`,
  }
}
