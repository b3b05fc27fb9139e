import type { Ask } from './benches.ts'

/** Kinds every 230 V plan can be surveyed with. */
export const line = { practice: '230', thermostat: 'thermostat/receiver-230', valve: 'valve/two-port-5' } as const

/** Valves that follow a setter's signal, and no boiler. */
export const setters = {
  scheme: 's7',
  boiler: '',
  thermostat: 'controller/signal-setter',
  valve: 'valve/modulating',
} as const

/** Each way with kinds it is for, and the most zones it takes. */
export const ways: (Ask & { most?: number })[] = [
  { scheme: 's2' },
  { scheme: 's2', remote: true, practice: '230' },
  { scheme: 's2', valve: 'valve/stored-charge', boiler: 'boiler/oil' },
  { scheme: 's2', valve: 'valve/motor-4', thermostat: 'thermostat/power-stealing' },
  { scheme: 's2b', powered: true },
  { scheme: 's2c' },
  { scheme: 's2c', remote: true },
  { scheme: 's6', twoLead: true },
  { scheme: 's6', twoLead: true, remote: true, powered: true },
  { scheme: 's6', valve: 'valve/heat-3', most: 8 },
  { scheme: 's6', valve: 'valve/power-both-ways' },
  { scheme: 's3' },
  { scheme: 's3b', transformers: 2 },
  { scheme: 's4', boiler: 'boiler/valve-supply' },
  { scheme: 's4', boiler: 'boiler/valve-supply-no-plug' },
  { scheme: 's4', boiler: 'boiler/valve-supply', valve: 'valve/heat-3' },
  { scheme: 's5a', panel: 'panel/zone-valve-6', most: 6 },
  { scheme: 's5a', panel: 'panel/zone-valve-6', valve: 'valve/heat-3', most: 4 },
  { scheme: 's5a', panel: 'panel/zone-valve-4', twoLead: true, most: 4 },
  { scheme: 's5b', panel: 'panel/zone-valve-6', valve: 'valve/stored-charge', hotWater: true, most: 6 },
  { scheme: 's5c', panel: 'panel/zone-valve-6', hotWater: true, most: 6 },
  {
    scheme: 's9',
    practice: '230',
    boiler: 'boiler/switched-live',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-5',
  },
  {
    scheme: 's9',
    practice: '230',
    boiler: 'boiler/switched-live',
    thermostat: 'thermostat/mechanical-230',
    valve: 'valve/two-port-6',
    programmer: true,
    postRun: 120,
  },
  {
    scheme: 's9',
    practice: '230',
    boiler: 'boiler/switched-live',
    thermostat: 'thermostat/tank',
    valve: 'valve/two-port-6',
  },
  {
    scheme: 's14',
    practice: '230',
    boiler: 'boiler/volt-free',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-5',
    hotWater: true,
  },
  {
    scheme: 's14',
    practice: '230',
    boiler: 'boiler/dry-call',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-6',
  },
  {
    scheme: 's13',
    practice: '230',
    boiler: 'boiler/volt-free',
    thermostat: 'thermostat/mechanical-230',
    valve: 'valve/two-port-5',
  },
  { scheme: 's13', ...line, valve: 'valve/two-port-6', boiler: 'boiler/volt-free' },
  { scheme: 's2', boiler: 'boiler/volt-free' },
  { scheme: 's11', ...line, boiler: 'boiler/combination' },
  { scheme: 's12', ...line, boiler: 'boiler/switched-live', hotWater: true },
  { scheme: 's14', ...line, boiler: 'boiler/switched-live', hotWater: true },
  { scheme: 's9', ...line, boiler: 'boiler/switched-live', schools: { crowded: 'bigger' } },
  { scheme: 's2', boiler: 'boiler/gas', schools: { splices: 'cap' } },
  { scheme: 's2', boiler: 'boiler/gas', schools: { splices: 'push' } },
  { scheme: 's5a', panel: 'panel/zone-valve-3' },
  { scheme: 's5g', panel: 'panel/zone-valve-4', pumpPanel: true },
  { scheme: 's5g', panel: 'panel/zone-valve-6', pumpPanel: true, hotWater: true, most: 6 },
  setters,
  { ...setters, signal: '4-20 mA' },
  { scheme: 's8', boiler: '', valve: 'valve/power-both-ways' },
  { scheme: 's17', boiler: '', thermostat: 'controller/building', valve: 'valve/modulating', signal: '0-10 V' },
  { scheme: 's17', thermostat: 'controller/building', valve: 'valve/modulating', signal: '4-20 mA' },
  { scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 2, away: true },
  { scheme: 's18', panel: 'panel/manifold-4', valve: 'valve/wax-head-24', heads: 1, powered: true, most: 4 },
  {
    scheme: 's18',
    panel: 'panel/manifold-8',
    valve: 'valve/wax-head-24',
    heads: 3,
    away: true,
    firstValve: 'valve/motor-4',
  },
  {
    scheme: 's18b',
    ...line,
    panel: 'panel/manifold-8-230',
    valve: 'valve/wax-head-230',
    boiler: 'boiler/switched-live',
    heads: 4,
  },
  {
    scheme: 's18b',
    ...line,
    panel: 'panel/manifold-8-230',
    valve: 'valve/wax-head-230',
    boiler: 'boiler/volt-free',
    heads: 2,
    away: true,
    firstValve: 'valve/two-port-5',
  },
]

/** Numbers of zones a way is wired with: the fewest, the first that have neighbours, and the most it takes up to 8. */
export const sizesOf = ({ scheme, firstValve, most = 8 }: (typeof ways)[number]) =>
  [...new Set([1, 2, 3, most])].filter(
    (n) => n <= most && n > (['s3b', 's5b', 's5c'].includes(scheme!) || firstValve ? 1 : 0),
  )
