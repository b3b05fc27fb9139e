import { stemByHand } from './body.ts'
import { load } from './element.ts'
import { part } from './kind.ts'
import {
  atRest,
  leverByHand,
  leverControl,
  motorRoles,
  opening,
  springFaults,
  springFigures,
  springHazards,
  springMotion,
  springSays,
  springTells,
} from './spring-return.ts'

export const motorValve2 = part({
  kind: 'valve/motor-2',
  name: 'Zone valve, motor, spring return, two leads',
  class: 'valve',
  about: 'As the four-lead valve, without an end switch: its opening can be assumed, never proven.',
  terminals: {
    m1: { role: 'motor', marking: 'M1', circuit: 'low voltage', takes: 1, lead: 'yellow' },
    m2: { role: 'motor', marking: 'M2', circuit: 'low voltage', takes: 1, lead: 'yellow' },
  },
  figures: springFigures,
  state: { ...atRest },
  controls: [leverControl],
  roles: motorRoles,
  hookup: { feed: 'm1', back: 'm2' },
  inside: (f, site) => [load('motor', 'm1', 'm2', { ...f, hertz: site.hertz })],
  motion: springMotion(() => []),
  tells: springTells,
  faults: springFaults,
  urged: (_f, s) => s.driven,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says: springSays,
  hazards: springHazards,
})
