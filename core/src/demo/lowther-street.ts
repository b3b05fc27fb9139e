import type { Job } from '../job/schema.ts'
import { demoJob } from './make.ts'

/** 230 V: programmer, room and tank thermostats, two two-port valves in a wiring centre. */
export const lowtherStreet = (): Job =>
  demoJob({
    title: 'Lowther Street nursery school',
    task: 'No heat with the programmer on',
    practice: '230',
    address: 'Lowther Street, kitchen entrance',
    contact: 'Caretaker',
    notes: 'Wiring centre is above the cylinder. Children sleep from twelve to two: no drilling.',
    complaints: 'Hot water is fine, the rooms stay cold in the afternoon.',
    room: 'Airing cupboard',
    zones: [
      {
        name: 'Heating',
        place: 'Hall, inner wall',
        thermostat: 'thermostat/mechanical-230',
        valve: 'valve/two-port-5',
        run: 11,
      },
      {
        name: 'Hot water',
        place: 'Cylinder, one third up',
        thermostat: 'thermostat/tank',
        valve: 'valve/two-port-6',
        run: 2,
        hotWater: true,
      },
    ],
    survey: { programmer: true, boiler: { kind: 'boiler/switched-live', place: 'boiler', postRun: 120 } },
    scheme: 's9',
  })
