import { panelFit, panelWiring } from './panel-wiring.ts'
import type { Scheme } from './scheme.ts'

export const panelPumpRelays: Scheme = {
  id: 's5g',
  begins: { practice: '120', panel: 'panel/zone-valve-4', pumpPanel: true },
  name: 'Zone panel with a pump relay panel',
  about: [
    'The zone panel’s dry pump contact calls the pump panel’s first zone; the last zone’s relay calls its second.',
    'The pump panel feeds the pumps and its dry contact calls the boiler.',
    'The panels’ 24 V supplies never meet: only dry contacts lie between them.',
  ],
  fits: (job) => panelFit(job, 'relay panel'),
  wire: (job) => panelWiring(job, 'relay panel'),
}
