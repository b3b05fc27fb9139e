import type { Netlist } from '../../circuit/netlist.ts'
import { LOW_VOLTS } from '../../meter/limits.ts'
import { kindOf } from '../../parts/index.ts'
import { pointInWords } from '../../words/words.ts'
import type { AskKind } from '../ask.ts'
import { MINUTES } from '../minutes.ts'
import { pointsOf } from './volts.ts'

/** Volts to earth from which a stick glows; a free core beside a live one takes that much by itself. */
const GLOWS = 50

/**
 * Whether a stick glows beside the insulation of a conductor at line voltage: quick, nothing touched, and weak. It may glow at
 * ghost volts and stay dark at a shielded live core, and never proves dead.
 */
export const stick: AskKind = {
  ask: 'stick',
  trust: 0.9,
  words: ['glows', 'dark'],
  alike: { lights: 'glows', beeps: 'glows', nothing: 'dark' },
  asksOf({ job, loops }) {
    const strips = [
      ...loops.zones.flatMap(({ valve, also = [], call }) => [valve, ...also, call]),
      ...loops.shared,
    ].filter((strip) => strip?.circuit === 'line voltage' && strip.healthyVolts > LOW_VOLTS)
    const points = strips.flatMap((strip) => (strip ? pointsOf(strip) : []))
    return points.flatMap(({ part, terminal }) => {
      const kind = kindOf(job.parts[part])
      if (!kind || kind.class === 'joint' || kind.terminals[terminal]?.circuit !== 'line voltage') return []
      return [
        {
          id: `stick:${part}.${terminal}`,
          ask: 'stick' as const,
          power: true,
          part,
          at: `${part}.${terminal}`,
          besideLine: true as const,
          place: job.parts[part]!.place,
          minutes: MINUTES.stick,
          says: `A stick beside the conductor at ${pointInWords(job, `${part}.${terminal}`)}, its insulation whole. Does it glow?`,
        },
      ]
    })
  },
  shows({ bench }, { at }) {
    const [earth, node] = [earthOf(bench.netlist), nodeAt(bench.netlist, at!)]
    if (earth === undefined || node === undefined) return 'dark'
    // It takes next to no current: what stands there unloaded is what it feels.
    bench.circuit.solve()
    return bench.circuit.volts(node, earth) >= GLOWS ? 'glows' : 'dark'
  },
}

function nodeAt(netlist: Netlist, point: string): number | undefined {
  const dot = point.indexOf('.')
  return netlist.parts.get(point.slice(0, dot))?.nodes.get(point.slice(dot + 1))
}

const earths = new WeakMap<Netlist, number | undefined>()

/** The earth that comes in with the supply: what a hand that holds a stick stands on. */
function earthOf(netlist: Netlist): number | undefined {
  if (earths.has(netlist)) return earths.get(netlist)
  const supply = [...netlist.parts.values()].find(({ kind }) => kind.class === 'supply')
  const named = Object.keys(supply?.kind.terminals ?? {}).find(
    (name) => supply!.kind.terminals[name]!.circuit === 'earth',
  )
  const earth = supply?.nodes.get(named ?? supply.kind.roles.feeds?.[1] ?? '')
  earths.set(netlist, earth)
  return earth
}
