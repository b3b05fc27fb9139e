import type { Job } from '../job/schema.ts'
import { demoJob } from './make.ts'

/** Oil boiler control with flame eye, two zones, two circulators side by side on the control's output. */
export function fenwickOrchard(): Job {
  const job = demoJob({
    title: 'Fenwick Orchard cider barn',
    task: 'Oil boiler, two zones',
    practice: '120',
    address: 'Fenwick Orchard, lower yard',
    contact: 'Press master',
    notes: 'Emergency switch is by the barn door, fire cut-out above the boiler.',
    complaints: 'Boiler stops some nights and waits for its red button.',
    room: 'Boiler shed',
    zones: [
      {
        name: 'Press floor',
        place: 'Press floor, north post',
        thermostat: 'thermostat/two-wire',
        valve: 'valve/motor-4',
        run: 26,
      },
      {
        name: 'Tasting room',
        place: 'Tasting room, by the window',
        thermostat: 'thermostat/powered',
        valve: 'valve/motor-4',
        run: 18,
      },
    ],
    survey: {
      supply: { emergencySwitch: true, fireCutOut: true, serviceSwitch: true },
      boiler: { kind: 'boiler/oil', place: 'boiler' },
    },
    scheme: 's2b',
  })
  job.parts.P2 = { kind: 'pump/circulator', label: 'Second circulator', place: 'boiler' }
  const add = (id: string, terminal: string, to: string, colour: string) => {
    job.wires[id] = {
      from: { part: 'B1', terminal },
      to: { part: 'P2', terminal: to },
      colour,
      size: job.wires.w1!.size,
      length: 2,
      label: id.slice(1),
    }
  }
  const next = Object.keys(job.wires).length + 1
  add(`w${next}`, 'c1', 'l', 'black')
  add(`w${next + 1}`, 'c2', 'n', 'white')
  add(`w${next + 2}`, 'e', 'e', 'green')
  return job
}
