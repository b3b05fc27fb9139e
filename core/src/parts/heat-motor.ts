import { type Body, bodyAtRest, bodyFaults, bodyFigures, freely, stemByHand } from './body.ts'
import { contact, type Element, load } from './element.ts'
import { type Motion, part } from './kind.ts'
import {
  leverByHand,
  leverControl,
  opening,
  springFigures,
  springHazards,
  springRoles,
  switchFaults,
  switchFigures,
  switchMade,
  switchRatings,
  switchRoles,
} from './spring-return.ts'

/**
 * A wax element follows its heat: it warms with the square of its volts, moves nothing until the wax has melted, and lets go
 * when it has cooled, not at a voltage. It draws all the while; one that limits itself starts at two or three times that.
 */
export const heatFigures = {
  volts: springFigures.volts,
  va: { name: 'Heater', unit: 'VA', value: 19 },
  powerFactor: { name: 'Power factor', unit: '', value: 1 },
  opensIn: { name: 'Opens in', unit: 's', value: 70, spread: 0.35 },
  shutsIn: { name: 'Shuts in', unit: 's', value: 90, spread: 0.35 },
  melts: { name: 'of which it warms and nothing moves', unit: 's', value: 15, spread: 0.35 },
  sets: { name: 'of which it cools and nothing moves', unit: 's', value: 25, spread: 0.35 },
  minimumVolts: { name: 'Stays melted from', unit: 'V', value: 17 },
  surge: { name: 'Starts at, times what it holds (1 resistive)', unit: '', value: 1 },
  ...bodyFigures,
}
type HeatFigures = {
  volts: number
  va: number
  powerFactor: number
  opensIn: number
  shutsIn: number
  melts: number
  sets: number
  minimumVolts: number
  surge: number
  stiffness: number
}

type Wax = Body & { travel: number; driven: boolean; wax: number; lever: string }
export const cold: Wax = { travel: 0, driven: false, wax: 0, lever: 'auto', ...bodyAtRest }

/** How strongly it is heated, 1 at its rated volts. */
const heating = (f: HeatFigures, volts: number) => (volts / f.volts) ** 2

/** @param points further levels of the travel at which something is made or opened */
export const heatMotion = <F extends HeatFigures>(points: (f: F) => readonly number[]): Motion<F, Wax> => ({
  rates(f, s, feel) {
    const heat = heating(f, feel.over('motor'))
    if (s.driven) {
      if (s.wax < 1) return { wax: heat / f.melts }
      return s.travel < 1 ? { travel: (heat * freely(f)) / (f.opensIn - f.melts) } : {}
    }
    if (s.wax > 0) return { wax: -(1 - heat / heating(f, f.minimumVolts)) / f.sets }
    return s.travel > 0 ? { travel: -freely(f) / (f.shutsIn - f.sets) } : {}
  },
  levels: (f) => ({ travel: [0, ...points(f), 1], wax: [0, 1] }),
  jumps(f, s, feel) {
    const driven = feel.over('motor') >= f.minimumVolts
    return driven === s.driven ? undefined : { driven }
  },
})

export const waxSays = (_f: unknown, s: Wax): string => {
  if (s.lever === 'parked') return 'parked open by its lever'
  if (s.travel >= 1) return s.driven ? 'held open' : s.wax > 0 ? 'still open, cooling' : 'open'
  if (s.travel <= 0) return s.driven ? 'warming' : 'shut'
  return `${s.driven ? 'opening' : 'shutting'} ${Math.floor(s.travel * 100)} %`
}

export const waxTells = [
  {
    is: (_f: unknown, s: { driven: boolean }) => s.driven,
    starts: 'heater warms',
    ends: 'heater cools',
    sign: 'nothing is heard; the head grows warm to the hand',
  },
  { is: (_f: unknown, s: { travel: number }) => s.travel >= 1, starts: 'fully open' },
  { is: (_f: unknown, s: { travel: number }) => s.travel <= 0, starts: 'shut' },
]

export const waxFaults = [
  { name: 'heaterOpen', says: 'Heater open', repair: 'Head', unit: 'head', open: ['motor', 'surge'] },
  {
    name: 'heaterWeak',
    says: 'Heater weak: warms half as fast',
    repair: 'Head',
    unit: 'head',
    times: { va: 0.5, melts: 2, opensIn: 2 },
  },
  { name: 'heaterShorted', says: 'Heater shorted', repair: 'Head', unit: 'head', short: ['motor'] },
  ...bodyFaults(),
]

export const heater = (f: HeatFigures, a: string, b: string, hertz: number): Element<Wax>[] => [
  load('motor', a, b, { ...f, hertz }),
  // What a self-limiting element draws on top while it is cold.
  load('surge', a, b, { ...f, va: Math.max(1e-3, f.va * (f.surge - 1)), hertz }, (s) => f.surge > 1 && s.wax < 1),
]

export const heatMotor2 = part({
  kind: 'valve/heat-2',
  name: 'Zone valve, heat motor, two leads',
  class: 'valve',
  about: 'A heater pushes it open over a minute and draws all the time. No end switch: its opening is assumed.',
  terminals: {
    m1: { role: 'heater', marking: 'H1', circuit: 'low voltage', takes: 1, lead: 'black' },
    m2: { role: 'heater', marking: 'H2', circuit: 'low voltage', takes: 1, lead: 'black' },
  },
  figures: heatFigures,
  state: { ...cold },
  controls: [leverControl],
  roles: springRoles,
  hookup: { feed: 'm1', back: 'm2' },
  inside: (f, site) => heater(f, 'm1', 'm2', site.hertz),
  motion: heatMotion(() => []),
  tells: waxTells,
  faults: waxFaults,
  urged: (_f, s) => s.driven,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says: waxSays,
  hazards: springHazards,
})

export const heatMotor3 = part({
  kind: 'valve/heat-3',
  name: 'Zone valve, heat motor, three terminals',
  class: 'valve',
  about:
    'Feed on 1, shared common on 2, switch out on 3. The switch joins 2 to 3, so it is not isolated from the source.',
  terminals: {
    t1: { role: 'feed', marking: '1', circuit: 'low voltage', takes: 1 },
    t2: { role: 'shared common', marking: '2', circuit: 'low voltage', takes: 2 },
    t3: { role: 'switch out', marking: '3', circuit: 'low voltage', takes: 1 },
  },
  figures: { ...heatFigures, ...switchFigures },
  state: { ...cold },
  controls: [leverControl],
  roles: { ...springRoles, ...switchRoles },
  ratings: switchRatings,
  hookup: { feed: 't1', back: 't2', proof: ['t2', 't3'], proofShared: true },
  inside: (f, site) => [
    ...heater(f, 't1', 't2', site.hertz),
    contact<Wax>('endSwitch', 't2', 't3', (s) => switchMade(f, s), 0.05),
  ],
  motion: heatMotion((f: HeatFigures & { switchAt: number }) => [f.switchAt]),
  tells: [...waxTells, { is: (f, s) => s.travel >= f.switchAt, starts: 'end switch made', ends: 'end switch open' }],
  faults: [...waxFaults, ...switchFaults],
  urged: (_f, s) => s.driven,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says: waxSays,
  hazards: springHazards,
})
