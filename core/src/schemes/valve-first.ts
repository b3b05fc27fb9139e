import { listed } from '../words/listed.ts'
import { drySwitchFit, isPowered, refused, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const valveFirst: Scheme = {
  id: 's2c',
  begins: { practice: '120' },
  name: 'Valve first',
  about: [
    'Transformer R goes to every valve; each valve goes on to its thermostat’s R; all W return to C.',
    'Electrically the same loop. At the thermostat both wires stand at R until it calls, so its readings differ.',
  ],
  school: { order: 'valve', transformers: 'one' },
  fits(job) {
    const powered = zoneNames(job, isPowered)
    if (powered.length > 0)
      return refused(
        `${listed(powered)}: behind the valve a powered thermostat would get its supply through the motor and run it.`,
      )
    return drySwitchFit(job)
  },
  wire: (job) => zoneLoops(job, { first: 'valve', source: 'one' }),
}
