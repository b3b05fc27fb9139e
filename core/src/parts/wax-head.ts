import { isSeized, throughHead } from './body.ts'
import { cold, heater, heatFigures, heatMotion, waxFaults, waxSays, waxTells } from './heat-motor.ts'
import { part } from './kind.ts'

/**
 * A small wax head on one loop of an underfloor manifold. It limits itself: it starts at several times the one or two watts
 * it holds at, takes minutes either way, and has neither switch nor lever. A ring at its top stands up while it is open.
 */
const waxHead = (volts: number, circuit: 'low voltage' | 'line voltage', leads: readonly [string, string]) =>
  part({
    kind: `valve/wax-head-${volts}`,
    name: `Wax head, underfloor, ${volts} V`,
    class: 'valve',
    about:
      'Screwed on the insert of one loop of a manifold. Its wax takes minutes to open or shut the loop. No end switch: its opening is assumed.',
    terminals: {
      m1: { role: 'heater', marking: 'H1', circuit, takes: 1, lead: leads[0] },
      m2: { role: 'heater', marking: 'H2', circuit, takes: 1, lead: leads[1] },
    },
    figures: {
      ...heatFigures,
      volts: { ...heatFigures.volts, value: volts },
      va: { ...heatFigures.va, value: 2 },
      opensIn: { ...heatFigures.opensIn, value: 150 },
      shutsIn: { ...heatFigures.shutsIn, value: 180 },
      melts: { ...heatFigures.melts, value: 60 },
      sets: { ...heatFigures.sets, value: 60 },
      minimumVolts: { ...heatFigures.minimumVolts, value: Math.round(0.7 * volts) },
      surge: { ...heatFigures.surge, value: 3 },
    },
    state: { ...cold },
    roles: { actuator: 'motor', travel: 'travel', passes: 'passes', onManifold: true },
    hookup: { feed: 'm1', back: 'm2' },
    inside: (f, site) => heater(f, 'm1', 'm2', site.hertz),
    motion: heatMotion(() => []),
    tells: waxTells,
    faults: waxFaults,
    urged: (_f, s) => s.driven,
    opening: (_f, s) => throughHead(s, s.travel),
    stemByHand: (_f, _s, faults) =>
      isSeized(faults)
        ? 'the pin does not spring: the insert has seized'
        : 'the pin gives under the thumb and springs back',
    says: waxSays,
    hazards: [
      ...(circuit === 'line voltage' ? ['Line voltage in the head: isolate, lock off, prove dead.'] : []),
      'The head screws off dry; the insert below it holds the water. Shut both ends of the loop before it is turned out.',
    ],
  })

export const waxHead24 = waxHead(24, 'low voltage', ['white', 'brown'])
export const waxHead230 = waxHead(230, 'line voltage', ['brown', 'blue'])
