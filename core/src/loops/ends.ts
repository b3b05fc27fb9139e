import type { Circuit } from '../circuit/circuit.ts'
import { isOperated } from '../circuit/contacts.ts'
import type { Branch } from '../circuit/netlist.ts'
import type { Feed } from '../feeds/feeds.ts'
import { endSwitchOf } from '../parts/roles.ts'
import type { Dark } from './dark.ts'
import { type Subject, terminalOf } from './unroll.ts'
import { usedTerminals } from './used-terminals.ts'
import { hearsCall, isOnCopper, onCopper, type Step, type WalkMap, type Walks } from './walks.ts'

/** A source that may be a strip's, and the walks that lead from the subject to its hot pole and back to its other. */
export interface Ends {
  readonly feed: Feed
  readonly straight: boolean
  readonly near: Walks
  readonly far: Walks
}

/**
 * The source that is nearest to a load or contact by a loop that passes no node twice, and the walks to its two poles; undefined
 * where there is none.
 * @param walks from either side of the subject, never through the branches left out
 */
export function endsOf(
  subject: Subject,
  feeds: readonly Feed[],
  map: WalkMap,
  leaveOut: ReadonlySet<Branch>,
  [fromA, fromB]: readonly [Walks, Walks],
): Ends | undefined {
  let best: Ends | undefined
  let cheapest = Number.POSITIVE_INFINITY
  for (const feed of feeds) {
    if (feed.part.id === subject.part && feed.hotNode === subject.a) continue
    for (const straight of [true, false]) {
      const ends = { feed, straight, near: straight ? fromA : fromB, far: straight ? fromB : fromA }
      if (costOf(ends) >= cheapest) continue
      const apart = keptApart(ends, subject, map, leaveOut)
      if (!apart || costOf(apart) >= cheapest) continue
      best = apart
      cheapest = costOf(apart)
    }
  }
  return best
}

const costOf = ({ feed, near, far }: Ends): number => near.cost[feed.hotNode]! + far.cost[feed.backNode]!

/**
 * The two walks where they are one loop. Walks that share a node are none: what leaves a load only to come to it again through
 * others feeds nothing, nor is a call closed through the switch beside it. The dearer of the two is then looked for clear of the other.
 */
function keptApart(ends: Ends, subject: Subject, map: WalkMap, leaveOut: ReadonlySet<Branch>): Ends | undefined {
  const { feed, straight, near, far } = ends
  const toHot = near.to(feed.hotNode)!
  const toBack = far.to(feed.backNode)!
  const [enter, leave] = straight ? [subject.a, subject.b] : [subject.b, subject.a]
  const passed = (start: number, steps: readonly Step[]) => new Set([start, ...steps.map(({ to }) => to)])
  const [before, after] = [passed(enter, toHot), passed(leave, toBack)]
  if (![...before].some((node) => after.has(node))) return ends
  const nearer = near.cost[feed.hotNode]! < far.cost[feed.backNode]!
  if (nearer ? before.has(leave) : after.has(enter)) return undefined
  const again: Ends = nearer
    ? { ...ends, far: map.from(leave, leaveOut, before) }
    : { ...ends, near: map.from(enter, leaveOut, after) }
  return Number.isFinite(costOf(again)) ? again : undefined
}

/**
 * Where there is no loop: the terminal of the subject that leads nowhere. Where conductors and contacts lead on from it, the bare
 * terminal of the contact at which they end; of a switch that calls, the one beyond what hears it.
 */
export function endOf(
  circuit: Circuit,
  subject: Subject,
  feeds: readonly Feed[],
  map: WalkMap,
  [fromA, fromB]: readonly [Walks, Walks],
): Dark {
  const { netlist } = circuit
  if (joined(circuit, subject, fromA))
    return { at: 'nowhere', part: subject.part, element: subject.element, joined: true }
  // Through the switch beside it the lost side may lead to the pole that the other side has at hand; a signal feeds nothing.
  const sources = feeds.filter(
    ({ circuit: of }) => (of === 'signal') === (subject.element === listens(netlist, subject)),
  )
  const nearest = ({ cost }: Walks) =>
    Math.min(...sources.flatMap(({ hotNode, backNode }) => [cost[hotNode]!, cost[backNode]!]))
  const leads = nearest(fromA) <= nearest(fromB) && isOnCopper(nearest(fromA))
  const lost = leads ? fromB : fromA
  const beyond = ({ a, b }: Branch) => onCopper(lost, a) !== onCopper(lost, b)
  const heard = subject.load
    ? undefined
    : netlist.branches.find((branch) => branch.form === 'load' && hearsSwitch(circuit, branch) && beyond(branch))
  const said = ([part, node]: readonly [string, number]): Dark => {
    const terminal = terminalOf(netlist, part, node)
    return { at: 'nowhere', part, ...(terminal ? { terminal } : {}) }
  }
  const bySide = (isB: boolean) =>
    said(bareBeyond(circuit, subject, isB ? fromB : fromA) ?? [subject.part, isB ? subject.b : subject.a])
  if (!heard) return bySide(leads)
  const far = beyondSense(circuit, heard, lost)
  const onward = map.from(far, NONE)
  if (!isOnCopper(nearest(onward))) return said(bareBeyond(circuit, subject, onward) ?? [heard.part!, far])
  // What hears the call has its own side of the source: then it is the switch that lacks the other.
  const toSense = ({ cost }: Walks) => Math.min(cost[heard.a]!, cost[heard.b]!)
  return bySide(toSense(fromA) < toSense(fromB))
}

/** Does copper alone lead from one end of it to the other, through nothing that opens? */
const joined = (circuit: Circuit, { b }: Subject, fromA: Walks): boolean =>
  isOnCopper(fromA.cost[b]!) && fromA.to(b)!.every(({ branch }) => !isOperated(branch) && !circuit.lump(branch).open)

/** What a switch tells something to: a boiler's call, or a panel's own. */
const hearsSwitch = (circuit: Circuit, branch: Branch) =>
  hearsCall(circuit, branch) || circuit.netlist.parts.get(branch.part!)!.kind.class === 'panel'

const NONE: ReadonlySet<Branch> = new Set()

const listens = ({ parts }: Circuit['netlist'], { part }: Subject) => parts.get(part)!.kind.roles.listens

/** The terminal beyond what hears a call: where the call's own source lies between, the other of the pair. */
function beyondSense({ netlist }: Circuit, { part, a, b }: Branch, lost: Walks): number {
  const node = onCopper(lost, a) ? b : a
  const { kind, nodes } = netlist.parts.get(part!)!
  if (terminalOf(netlist, part!, node)) return node
  const other = kind.roles.callPair?.find((terminal) => !onCopper(lost, nodes.get(terminal)!))
  return other === undefined ? node : nodes.get(other)!
}

/** The nearest terminal with nothing landed on it, on the far side of a contact to which a walk leads and which leads on to no other. */
function bareBeyond({ netlist }: Circuit, subject: Subject, lost: Walks): [string, number] | undefined {
  const used = usedTerminals(netlist)
  const isUsed = (part: string, node: number) => used.has(`${part}.${terminalOf(netlist, part, node)}`)
  const contacts = netlist.branches
    .filter(({ form, part }) => form === 'contact' && part !== subject.part)
    .flatMap(({ part, element, a, b }) => {
      const { roles } = netlist.parts.get(part!)!.kind
      const meant = element?.name === endSwitchOf(roles) || element?.name === roles.callContact
      return [
        { part: part!, meant, near: a, end: b },
        { part: part!, meant, near: b, end: a },
      ]
    })
    .filter(({ part, near }) => onCopper(lost, near) && isUsed(part, near))
  const ends = contacts.filter(
    ({ part, near, end }) =>
      terminalOf(netlist, part, end) !== undefined &&
      !contacts.some((other) => other.part === part && other.near === near && isUsed(part, other.end)),
  )
  // Of a change-over it is the side that is to make.
  const [first] = ends.sort((x, y) => Number(y.meant) - Number(x.meant) || lost.cost[x.end]! - lost.cost[y.end]!)
  return first && [first.part, first.end]
}
