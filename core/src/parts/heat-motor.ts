import { bodyPasses, bodySeizedOpen, bodySeizedShut, stemByHand } from './body.ts'
import { contact, type Element, load } from './element.ts'
import { part } from './kind.ts'
import {
  atRest,
  leverByHand,
  leverControl,
  opening,
  type SpringFigures,
  springFigures,
  springHazards,
  springMotion,
  springRoles,
  switchFigures,
  switchMade,
  switchRatings,
  switchRoles,
} from './spring-return.ts'

/** A wax element heats and pushes the valve open; it draws all the while, and cools before the valve shuts. */
const heatFigures = {
  ...springFigures,
  va: { name: 'Heater', unit: 'VA', value: 19 },
  powerFactor: { name: 'Power factor', unit: '', value: 1 },
  opensIn: { name: 'Opens in', unit: 's', value: 70, spread: 0.35 },
  shutsIn: { name: 'Shuts in', unit: 's', value: 90, spread: 0.35 },
}

const says = (_f: unknown, s: { travel: number; driven: boolean; lever: string }): string => {
  if (s.lever === 'parked') return 'parked open by its lever'
  if (s.travel >= 1) return s.driven ? 'held open' : 'open'
  if (s.travel <= 0) return s.driven ? 'warming' : 'shut'
  return `${s.driven ? 'opening' : 'shutting'} ${Math.floor(s.travel * 100)} %`
}

const tells = [
  {
    is: (_f: unknown, s: { driven: boolean }) => s.driven,
    starts: 'heater warms',
    ends: 'heater cools',
    sign: 'nothing is heard; the head grows warm to the hand',
  },
  { is: (_f: unknown, s: { travel: number }) => s.travel >= 1, starts: 'fully open' },
  { is: (_f: unknown, s: { travel: number }) => s.travel <= 0, starts: 'shut' },
]

const faults = [
  { name: 'heaterOpen', says: 'Heater open', repair: 'Head', unit: 'head', open: ['motor'] },
  bodySeizedShut,
  bodySeizedOpen,
  bodyPasses,
]

const heater = (
  f: SpringFigures & { volts: number; va: number; powerFactor: number },
  a: string,
  b: string,
  hertz: number,
): Element<unknown> => load('motor', a, b, { ...f, hertz })

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
  state: { ...atRest },
  controls: [leverControl],
  roles: springRoles,
  hookup: { feed: 'm1', back: 'm2' },
  inside: (f, site) => [heater(f, 'm1', 'm2', site.hertz)],
  motion: springMotion(() => []),
  tells,
  faults,
  urged: (_f, s) => s.driven,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says,
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
  state: { ...atRest },
  controls: [leverControl],
  roles: { ...springRoles, ...switchRoles },
  ratings: switchRatings,
  hookup: { feed: 't1', back: 't2', proof: ['t2', 't3'], proofShared: true },
  inside: (f, site) => [
    heater(f, 't1', 't2', site.hertz),
    contact('endSwitch', 't2', 't3', (s) => switchMade(f, s), 0.05),
  ],
  motion: springMotion((f: SpringFigures & { switchAt: number }) => [f.switchAt]),
  tells: [...tells, { is: (f, s) => s.travel >= f.switchAt, starts: 'end switch made', ends: 'end switch open' }],
  faults: [
    ...faults,
    { name: 'switchNeverMakes', says: 'End switch does not make', repair: 'Head', unit: 'head', open: ['endSwitch'] },
    { name: 'switchNeverOpens', says: 'End switch does not open', repair: 'Head', unit: 'head', short: ['endSwitch'] },
  ],
  urged: (_f, s) => s.driven,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says,
  hazards: springHazards,
})
