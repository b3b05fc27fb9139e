import { panelFit, panelWiring } from './panel-wiring.ts'
import type { Scheme } from './scheme.ts'

export const panelPumpsApart: Scheme = {
  id: 's5c',
  begins: { practice: '120', panel: 'panel/zone-valve-4', second: 'hot water with a pump' },
  name: 'Zone panel, each pump alone',
  about: [
    'Hot water runs its own pump through the last zone’s relay; the system pump is fed through the rest side of the same relay.',
    'While hot water is proven the system pump stands still.',
  ],
  fits: (job) => panelFit(job, 'each alone'),
  wire: (job) => panelWiring(job, 'each alone'),
}
