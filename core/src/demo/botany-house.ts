import type { Job } from '../job/schema.ts'
import { demoJob } from './make.ts'

/** A glass wing on a heat main: two modulating valves on a controller, and a frost valve that runs both ways. */
export const botanyHouse = (): Job =>
  demoJob({
    title: 'Botany House glass wing',
    task: 'Palm bed valve hunts',
    practice: '120',
    address: 'Botany House, service door behind the glass wing',
    contact: 'Head gardener',
    notes: 'Heat comes through the wall from the main house; no boiler here. Mind the wet floor and the misting pipes.',
    complaints: 'The palm bed is too warm at noon. Nobody knows what the controller asks for.',
    room: 'Valve pit under the potting bench',
    zones: [
      {
        name: 'Palm bed',
        place: 'Palm bed, north side',
        thermostat: 'controller/building',
        valve: 'valve/modulating',
        run: 12,
        signal: '2-10 V',
      },
      {
        name: 'Orchid bench',
        place: 'Orchid bench, end post',
        thermostat: 'controller/building',
        valve: 'valve/modulating',
        run: 19,
        signal: '4-20 mA',
      },
      {
        name: 'Frost guard',
        place: 'Ridge, behind the shade cloth',
        thermostat: 'thermostat/two-wire',
        valve: 'valve/power-both-ways',
        run: 24,
      },
    ],
    survey: {
      boiler: { kind: '', place: 'boiler' },
      transformer: { va: 40, openVolts: 27, fuseAmps: 2 },
    },
    scheme: 's17',
  })
