import { listed } from '../words/listed.ts'
import { callBy, hasZones, isLineVoltage, refused, valveless, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const valveSupply: Scheme = {
  id: 's4',
  begins: { practice: '120', boiler: 'boiler/valve-supply' },
  name: 'The boiler control feeds the valves',
  about: [
    'The control’s own 24 V feeds every thermostat; valves return to “shared”. An end switch closes shared to “call”.',
    'Nothing is isolated, and every valve rides on the control’s small transformer together with damper, relay and gas valve.',
  ],
  fits(job) {
    if (callBy(job.survey.boiler.kind) !== 'valve supply')
      return refused('This boiler gives the valves no supply of its own.')
    const odd = valveless(job)
    if (odd) return refused(odd)
    const line = zoneNames(job, isLineVoltage)
    if (line.length > 0)
      return refused(
        `${listed(line)}: a 230 V device on a 24 V supply would not work, and the other way round it burns.`,
      )
    return hasZones(job)
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'boiler' }),
}
