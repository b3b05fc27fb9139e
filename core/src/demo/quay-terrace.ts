import type { Job } from '../job/schema.ts'
import { demoJob } from './make.ts'

/** 230 V: two radiator zones and a floor zone with its own pump; the boiler wants a volt-free call, so a relay a zone. */
export const quayTerrace = (): Job =>
  demoJob({
    title: 'Quay Terrace dance school',
    task: 'New sprung-floor zone',
    practice: '230',
    address: 'Quay Terrace, first floor',
    contact: 'Studio office',
    notes: 'Isolator is inside the meter cupboard. The boiler’s factory link was taken out and is taped to its cover.',
    complaints: 'The sprung floor must warm before the morning class.',
    room: 'Boiler cupboard, landing',
    zones: [
      {
        name: 'Cloakroom',
        place: 'Cloakroom, behind the coats',
        thermostat: 'thermostat/receiver-230',
        valve: 'valve/two-port-5',
        run: 9,
      },
      {
        name: 'Barre room',
        place: 'Barre room, mirror wall',
        thermostat: 'thermostat/receiver-230',
        valve: 'valve/two-port-6',
        run: 14,
      },
      {
        name: 'Sprung floor',
        place: 'Main hall, by the piano',
        thermostat: 'thermostat/receiver-230',
        valve: 'valve/two-port-5',
        run: 17,
        ownPump: true,
      },
    ],
    survey: { boiler: { kind: 'boiler/volt-free', place: 'boiler' } },
    scheme: 's14',
  })
