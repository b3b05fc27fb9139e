import { contact } from './element.ts'
import { part } from './kind.ts'

export const flameEye = part({
  kind: 'safety/flame-eye',
  name: 'Flame eye',
  class: 'safety',
  about: 'A cell that conducts in the light of the flame and hardly at all in the dark.',
  terminals: {
    f1: { role: 'eye', marking: 'F', circuit: 'signal', takes: 1, lead: 'yellow' },
    f2: { role: 'eye', marking: 'F', circuit: 'signal', takes: 1, lead: 'yellow' },
  },
  figures: {
    litOhms: { name: 'In the light', unit: 'ohm', value: 800 },
    darkOhms: { name: 'In the dark', unit: 'ohm', value: 200_000 },
  },
  state: { sees: false },
  roles: { looksOn: true },
  inside: (f) => [
    contact('light', 'f1', 'f2', (s) => s.sees, f.litOhms),
    contact('dark', 'f1', 'f2', (s) => !s.sees, f.darkOhms),
  ],
  motion: { jumps: (_f, s, feel) => (feel.around.flame === s.sees ? undefined : { sees: feel.around.flame }) },
  faults: [
    {
      name: 'dirty',
      says: 'Dirty or blind',
      repair: 'Clean or replace it: qualified burner service',
      pin: { sees: false },
    },
    { name: 'open', says: 'Cell open', repair: 'Replace it', open: ['light', 'dark'] },
  ],
  says: (_f, s) => (s.sees ? 'sees flame' : 'dark'),
  hazards: ['Never defeat a flame safety to "see if it runs".'],
})
