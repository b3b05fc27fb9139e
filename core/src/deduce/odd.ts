import { endKey, isJoint } from '../compare/pairing.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { pointInWords } from '../words/words.ts'
import type { Joined } from './joined.ts'
import { knownEnd } from './loose-ends.ts'

/** Something a hand must not trust. */
export interface Oddity {
  readonly wire?: string
  readonly says: string
}

/** A device's terminal on a net: where, what it plays, of which circuit. */
interface Terminal {
  readonly point: string
  readonly role: string
  readonly circuit: string
  /** One of a pair that may be landed either way round: a coil, a heater. It says nothing of what is on it. */
  readonly eitherWay: boolean
}

const EARTHS = ['green-yellow', 'green']

/**
 * Conductors whose colour says one thing and whose net another, and earths that are one with something else: by what was
 * seen and what is certain, so that nobody trusts a colour.
 */
export function oddities(job: Job, joined: Joined): Oddity[] {
  const nets = netsOf(job, joined)
  const neutral = job.practice === '230' ? 'blue' : 'white'
  const found: Oddity[] = []
  for (const terminals of nets.values()) {
    const [earth] = terminals.filter(({ circuit }) => circuit === 'earth')
    const [other] = terminals.filter(({ circuit }) => circuit !== 'earth')
    if (earth && other)
      found.push({
        says: `${pointInWords(job, earth.point)} is an earth, and joined to ${pointInWords(job, other.point)}. Treat the metal as live.`,
      })
  }
  for (const [wire, { from, colour, label, sleeve }] of Object.entries(job.wires)) {
    const terminals = nets.get(joined.of(endKey(job, knownEnd(job, wire) ?? from))) ?? []
    if (sleeve || terminals.length === 0) continue
    const named = (says: string) => ({ wire, says: `Wire ${label} is ${colour}, and ${says}` })
    const line = terminals.find(({ circuit, eitherWay }) => circuit === 'line voltage' && !eitherWay)
    const [first] = terminals
    if (EARTHS.includes(colour) && !terminals.some(({ circuit }) => circuit === 'earth'))
      found.push(named(`leads to ${pointInWords(job, first!.point)}, which is no earth.`))
    if (colour === neutral && line && !terminals.some(({ role }) => /neutral|return/.test(role)))
      found.push(named(`leads to ${pointInWords(job, line.point)}: switched or live, no neutral.`))
  }
  return found
}

/** The devices' terminals on each net, by the name that stands for it. */
function netsOf(job: Job, joined: Joined): Map<string, Terminal[]> {
  const nets = new Map<string, Terminal[]>()
  for (const [part, { kind }] of Object.entries(job.parts)) {
    if (isJoint(job, part)) continue
    const all = Object.entries(kindOf({ kind })?.terminals ?? {})
    for (const [terminal, { role, circuit, dry }] of all) {
      // What a dry contact carries is not its own to say.
      if (dry || kindOf({ kind })?.class === 'joint') continue
      const net = joined.of(`${part}.${terminal}`)
      const eitherWay = all.some(
        ([other, like]) => other !== terminal && like.role === role && like.circuit === circuit,
      )
      const one = { point: `${part}.${terminal}`, role, circuit, eitherWay }
      nets.set(net, [...(nets.get(net) ?? []), one])
    }
  }
  return nets
}

/** Devices the survey knows of and nobody has found on the wall yet, by kind. */
export function stillToFind(job: Job): { readonly kind: string; readonly count: number }[] {
  const surveyed = Object.values(job.zones).flatMap(({ thermostatKind, valveKind }) => [thermostatKind, valveKind])
  const wanted = new Map<string, number>()
  for (const kind of [...surveyed, job.survey.boiler.kind]) if (kind) wanted.set(kind, (wanted.get(kind) ?? 0) + 1)
  for (const { kind } of Object.values(job.parts)) wanted.set(kind, (wanted.get(kind) ?? 0) - 1)
  return [...wanted].flatMap(([kind, count]) => (count > 0 ? [{ kind: kindOf({ kind })?.name ?? kind, count }] : []))
}
