import { bodyFigures, stemByHand } from './body.ts'
import { contact, type Element, load } from './element.ts'
import { part } from './kind.ts'
import {
  atRest,
  leverByHand,
  leverControl,
  motorRoles,
  opening,
  type SpringFigures,
  type SpringReturn,
  type SwitchFigures,
  springFaults,
  springMotion,
  springSays,
  springTells,
  switchFaults,
  switchFigures,
  switchMade,
  switchRatings,
  switchRoles,
} from './spring-return.ts'

const lineFigures = {
  volts: { name: 'Rated volts', unit: 'V', value: 230 },
  va: { name: 'Motor', unit: 'VA', value: 8 },
  powerFactor: { name: 'Power factor', unit: '', value: 0.75 },
  opensIn: { name: 'Opens in', unit: 's', value: 12 },
  shutsIn: { name: 'Shuts in', unit: 's', value: 5 },
  minimumVolts: { name: 'Pulls in from', unit: 'V', value: 180 },
  runVolts: { name: 'Runs from', unit: 'V', value: 180 },
  holdVolts: { name: 'Holds down to', unit: 'V', value: 100 },
  ...bodyFigures,
  ...switchFigures,
  switchAmps: { name: 'Switch carries', unit: 'A', value: 3 },
}

const terminals = {
  e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 1, lead: 'green-yellow' },
  n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1, lead: 'blue' },
  call: { role: 'motor', marking: 'M', circuit: 'line voltage', takes: 1, lead: 'brown' },
  feed: { role: 'switch feed', marking: 'F', circuit: 'line voltage', takes: 1, lead: 'grey' },
  out: { role: 'switch out', marking: 'O', circuit: 'line voltage', takes: 1, lead: 'orange' },
} as const

type LineFigures = SpringFigures & SwitchFigures & { volts: number; va: number; powerFactor: number }

const inside = (f: LineFigures, hertz: number): Element<SpringReturn>[] => [
  load('motor', 'call', 'n', { ...f, hertz }),
  contact<SpringReturn>('endSwitch', 'feed', 'out', (s) => switchMade(f, s), 0.03),
]

const tells = [
  ...springTells,
  {
    is: (f: LineFigures, s: SpringReturn) => s.travel >= f.switchAt,
    starts: 'switch made',
    ends: 'switch open',
    sign: 'a small click in the head',
  },
]
const faults = [...springFaults, ...switchFaults]
const hazards = [
  'Its switch feed is permanently live: the valve bites even when nothing calls. Isolate, lock off, prove dead.',
  'Sleeve a switched live that uses a core of another colour; an earth core is never a live.',
]
const hookup = { feed: 'call', back: 'n', permanent: 'feed', proof: ['feed', 'out'], earth: 'e' } as const
const roles = { ...motorRoles, ...switchRoles }

export const twoPort5 = part({
  kind: 'valve/two-port-5',
  name: 'Two-port valve, 230 V, spring return, five cores',
  class: 'valve',
  about: 'Motor opens against a spring; the switch joins feed to out when open.',
  terminals,
  figures: lineFigures,
  state: { ...atRest },
  controls: [leverControl],
  roles,
  ratings: switchRatings,
  hookup,
  inside: (f, site) => inside(f, site.hertz),
  motion: springMotion((f: LineFigures) => [f.switchAt]),
  tells,
  faults,
  urged: (_f, s) => s.driven,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says: springSays,
  hazards,
})

export const twoPort6 = part({
  kind: 'valve/two-port-6',
  name: 'Two-port valve, 230 V, spring return, six cores',
  class: 'valve',
  about:
    'As the five-core valve, with a lead from the rest contact of its switch. Which core that contact joins differs by layout.',
  terminals: {
    ...terminals,
    rest: { role: 'rest contact', marking: 'R', circuit: 'line voltage', takes: 1, lead: 'white' },
  },
  figures: { ...lineFigures, restJoins: { name: 'Rest contact joins (1 out, 2 feed)', unit: '', value: 1 } },
  state: { ...atRest },
  controls: [leverControl],
  roles,
  ratings: switchRatings,
  hookup: { ...hookup, spare: ['rest'] },
  inside: (f, site) => [
    ...inside(f, site.hertz),
    contact<SpringReturn>('rest', 'rest', f.restJoins === 2 ? 'feed' : 'out', (s) => !switchMade(f, s), 0.03),
  ],
  motion: springMotion((f: LineFigures) => [f.switchAt]),
  tells,
  faults,
  urged: (_f, s) => s.driven,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says: springSays,
  hazards: [
    ...hazards,
    'The spare rest lead can be live while the valve is shut: its own blank terminal, insulated, labelled.',
  ],
})
