import type { InstalledPart, Netlist } from '../circuit/netlist.ts'
import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import type { CircuitClass } from '../parts/kind.ts'
import { Metal } from './metal.ts'

/** A pair of terminals that feeds loops: a transformer's secondary, the line, a boiler's own call pair. */
export interface Feed {
  readonly part: InstalledPart
  readonly hot: string
  readonly back: string
  readonly hotNode: number
  readonly backNode: number
  readonly circuit: CircuitClass
  /** Volts when nothing is wrong. */
  readonly volts: number
}

/** A signal is there from a fifth of this on: half a volt. */
const SIGNAL_VOLTS = 2.5

export function feedsOf(netlist: Netlist, job: Job): Feed[] {
  const feeds: Feed[] = []
  for (const part of netlist.parts.values()) {
    const { roles, terminals } = part.kind
    const feed = ([hot, back]: readonly [string, string], volts: number) => {
      const [hotNode, backNode] = [part.nodes.get(hot)!, part.nodes.get(back)!]
      feeds.push({ part, hot, back, hotNode, backNode, circuit: terminals[hot]?.circuit ?? 'low voltage', volts })
    }
    if (roles.feeds) feed(roles.feeds, roles.feedVolts ? part.figures[roles.feedVolts]! : mains(job.practice).volts)
    if (roles.feedsInside) {
      const [hot, back, volts] = roles.feedsInside
      feed([hot, back], part.figures[volts]!)
    }
    for (const pair of roles.signals ?? []) feed(pair, SIGNAL_VOLTS)
  }
  return feeds
}

/** The feed whose circuit a node belongs to, if any. */
export function feedAt(netlist: Netlist, job: Job, node: number): Feed | undefined {
  const metal = new Metal(netlist)
  return feedsOf(netlist, job).find(
    ({ hotNode, backNode }) => metal.joined(node, hotNode) || metal.joined(node, backNode),
  )
}
