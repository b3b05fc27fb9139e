import { panelFit, panelWiring } from './panel-wiring.ts'
import type { Scheme } from './scheme.ts'

export const panelBothPumps: Scheme = {
  id: 's5b',
  begins: { practice: '120', panel: 'panel/zone-valve-4', second: 'hot water with a pump' },
  name: 'Zone panel, system and hot-water pump together',
  about: [
    'As with one pump; while the hot-water zone is proven its own pump runs together with the system pump.',
    'The last zone’s relay is fed from the system pump’s contact.',
  ],
  fits: (job) => panelFit(job, 'both'),
  wire: (job) => panelWiring(job, 'both'),
}
