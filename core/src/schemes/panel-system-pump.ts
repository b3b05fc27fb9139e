import { panelFit, panelWiring } from './panel-wiring.ts'
import type { Scheme } from './scheme.ts'

export const panelSystemPump: Scheme = {
  id: 's5a',
  begins: { practice: '120', panel: 'panel/zone-valve-3' },
  name: 'Zone panel, one system pump',
  about: [
    'Thermostats and valves land on the panel’s numbered terminals; its dry contacts call the boiler and feed one pump.',
    'Pump contacts are dry: line hot is brought in and taken out. A valve without a switch gets a link and counts as proven at once.',
  ],
  fits: (job) => panelFit(job, 'system'),
  wire: (job) => panelWiring(job, 'system'),
}
