import type { Practice } from '../job/schema.ts'

/** What a new job, or a zone more, begins with until the survey says otherwise. */
export const usualKinds: Readonly<Record<Practice, { boiler: string; thermostat: string; valve: string }>> = {
  '120': { boiler: 'boiler/dry-call', thermostat: 'thermostat/two-wire', valve: 'valve/motor-4' },
  '230': { boiler: 'boiler/switched-live', thermostat: 'thermostat/receiver-230', valve: 'valve/two-port-5' },
}

/** A terminal of a part on the test board. */
type Plug = readonly [kind: string, ...terminals: string[]]

/** What a part is fed and loaded with on the bench to say what a good one shows. */
export const benchGear: Readonly<
  Record<'line' | 'low', { supply: Plug; isolator: Plug; transformer?: Plug; valve: Plug }>
> = {
  line: {
    supply: ['supply/line', 'l', 'n'],
    isolator: ['switch/fused-spur', 'lin', 'nin', 'lout', 'nout'],
    valve: ['valve/two-port-5', 'call', 'n'],
  },
  low: {
    supply: ['supply/line', 'l', 'n'],
    isolator: ['switch/service', 'in', 'out'],
    transformer: ['transformer/control', 'p1', 'p2', 'h', 'c'],
    valve: ['valve/motor-4', 'm1', 'm2'],
  },
}
export const benchSetter: Plug = ['controller/signal-setter', 'plus', 'minus']
