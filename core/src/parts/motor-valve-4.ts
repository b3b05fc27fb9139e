import { stemByHand } from './body.ts'
import { contact, load } from './element.ts'
import { part } from './kind.ts'
import {
  atRest,
  leverByHand,
  leverControl,
  motorRoles,
  opening,
  type SpringFigures,
  springFaults,
  springFigures,
  springHazards,
  springMotion,
  springSays,
  springTells,
  switchFaults,
  switchFigures,
  switchMade,
  switchRatings,
  switchRoles,
} from './spring-return.ts'

export const motorValve4 = part({
  kind: 'valve/motor-4',
  name: 'Zone valve, motor, spring return, four leads',
  class: 'valve',
  about: 'Motor pair drives it open and holds; the spring shuts it. The dry end-switch pair makes near full open.',
  terminals: {
    m1: { role: 'motor', marking: 'M1', circuit: 'low voltage', takes: 1, lead: 'yellow' },
    m2: { role: 'motor', marking: 'M2', circuit: 'low voltage', takes: 1, lead: 'yellow' },
    e1: { role: 'end switch', marking: 'S1', circuit: 'call', takes: 1, lead: 'red' },
    e2: { role: 'end switch', marking: 'S2', circuit: 'call', takes: 1, lead: 'red' },
  },
  figures: {
    ...springFigures,
    ...switchFigures,
  },
  state: { ...atRest },
  controls: [leverControl],
  roles: { ...motorRoles, ...switchRoles },
  ratings: switchRatings,
  hookup: { feed: 'm1', back: 'm2', proof: ['e1', 'e2'] },
  inside: (f, site) => [
    load('motor', 'm1', 'm2', { ...f, hertz: site.hertz }),
    contact('endSwitch', 'e1', 'e2', (s) => switchMade(f, s), 0.05),
  ],
  motion: springMotion((f: SpringFigures & { switchAt: number }) => [f.switchAt]),
  tells: [
    ...springTells,
    {
      is: (f, s) => s.travel >= f.switchAt,
      starts: 'end switch made',
      ends: 'end switch open',
      sign: 'a small click in the head',
    },
  ],
  faults: [...springFaults, ...switchFaults],
  urged: (_f, s) => s.driven,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says: springSays,
  hazards: springHazards,
})
