import type { Job } from '../job/schema.ts'
import { demoJob } from './make.ts'

/** Three zones on a five-zone panel: stored-charge valves, one two-lead valve with its link, two pumps. */
export const sableRow = (): Job =>
  demoJob({
    title: 'Sable Row print works',
    task: 'Panel survey, press hall cold on Mondays',
    practice: '120',
    address: 'Sable Row, yard entrance',
    contact: 'Foreman, press hall',
    notes: 'Panel is behind the paper store. Two of its five rows are free.',
    complaints: 'Press hall is cold on Monday mornings; the bindery is never cold.',
    room: 'Plant room, behind the paper store',
    zones: [
      {
        name: 'Press hall',
        place: 'Press hall, by the clock',
        thermostat: 'thermostat/powered',
        valve: 'valve/stored-charge',
        run: 30,
      },
      {
        name: 'Bindery',
        place: 'Bindery, inner wall',
        thermostat: 'thermostat/two-wire',
        valve: 'valve/motor-2',
        run: 22,
      },
      {
        name: 'Wash-room tank',
        place: 'Tank cupboard',
        thermostat: 'thermostat/tank',
        valve: 'valve/stored-charge',
        run: 6,
        hotWater: true,
        ownPump: true,
      },
    ],
    survey: {
      panel: 'panel/zone-valve-5',
      priority: true,
      boiler: { kind: 'boiler/dry-call', place: 'boiler' },
    },
    scheme: 's5b',
  })
