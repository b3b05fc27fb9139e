import { contact } from './element.ts'
import { part } from './kind.ts'

const lineSwitch = (
  kind: string,
  name: string,
  about: string,
  [closedSays, openSays]: readonly [string, string],
  more: { readonly byHeat?: true } = {},
) =>
  part({
    kind,
    name,
    class: 'switch',
    about,
    terminals: {
      in: { role: 'line in', marking: 'IN', circuit: 'line voltage', takes: 2 },
      out: { role: 'line out', marking: 'OUT', circuit: 'line voltage', takes: 2 },
    },
    figures: {},
    state: { closed: true },
    controls: [
      {
        state: 'closed',
        name,
        options: [
          { value: true, says: closedSays },
          { value: false, says: openSays },
        ],
      },
    ],
    roles: { closed: 'closed', ...more },
    inside: (_f) => [contact('pole', 'in', 'out', (s) => s.closed)],
    tells: [{ is: (_f, s) => s.closed, starts: closedSays, ends: openSays }],
    faults: [
      {
        name: 'leftOff',
        says: 'Switched off',
        repair: 'Ask why, then switch it on',
        unit: 'switch',
        pin: { closed: false },
      },
      { name: 'open', says: 'Contact does not make', repair: 'Replace the switch', open: ['pole'] },
    ],
    says: (_f, s) => (s.closed ? closedSays : openSays),
    hazards: ['Opening it must kill everything in the system: prove that, do not assume it.'],
  })

export const emergencySwitch = lineSwitch(
  'switch/emergency',
  'Emergency switch',
  'Remote switch at the way into the boiler room.',
  ['on', 'off'],
)

export const fireCutOut = lineSwitch(
  'switch/fire',
  'Fire cut-out',
  'Thermal cut-out above the boiler. Opens in a fire and stays open.',
  ['cold', 'opened'],
  { byHeat: true },
)

export const serviceSwitch = lineSwitch(
  'switch/service',
  'Service switch',
  'Switch at the boiler, for whoever works on it.',
  ['on', 'off'],
)
