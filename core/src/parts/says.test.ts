import { expect, it } from 'vitest'
import { figuresOf } from '../circuit/netlist.ts'
import { kindOf, kinds } from './index.ts'
import type { State, StateValue } from './kind.ts'

type Changed = Readonly<Record<string, StateValue>>

/** How parts stand, in the words one would use in front of them: at rest, and with these states changed. */
const stands: readonly (readonly [kind: string, rest: string, ...states: (readonly [Changed, string])[]])[] = [
  ['supply/line', 'fed'],
  ['protection/breaker', 'on', [{ on: false }, 'off'], [{ on: false, gone: true }, 'tripped']],
  ['protection/fuse', 'sound', [{ gone: true }, 'blown']],
  ['switch/fused-spur', 'on', [{ closed: false }, 'off'], [{ closed: false, gone: true }, 'fuse blown']],
  ['switch/fire', 'cold', [{ closed: false }, 'opened']],
  [
    'transformer/control',
    '',
    [{ shorted: true }, 'weak, hot'],
    [{ shorted: true, link: false }, 'link open, hot'],
    [{ link: false, primary: false }, 'burnt out'],
    [{ secondary: false }, 'burnt out'],
  ],
  [
    'thermostat/two-wire',
    'satisfied',
    [{ calling: true }, 'warm enough, or no power'],
    [{ calling: true, waited: 1 }, 'waiting to call'],
    [{ calling: true, waited: 1, made: true }, 'calling'],
  ],
  ['thermostat/two-feeds', 'satisfied', [{ calling: true }, 'warm enough'], [{ calling: true, made: true }, 'calling']],
  [
    'clock/programmer-2',
    'heating on, hot water on',
    [{ clock: 1 }, 'heating off, hot water off'],
    [{ clock: 1, heating: 'on' }, 'heating on, hot water off'],
    [{ clock: 1, hotWater: 'on' }, 'heating off, hot water on'],
  ],
  [
    'valve/motor-4',
    'shut',
    [{ driven: true }, 'starting'],
    [{ driven: true, travel: 0.509 }, 'opening 50 %'],
    [{ driven: true, travel: 1 }, 'held open'],
    [{ travel: 1 }, 'open'],
    [{ travel: 0.5 }, 'shutting 50 %'],
    [{ travel: 1, driven: true, lever: 'parked' }, 'parked open by its lever'],
  ],
  [
    'valve/heat-3',
    'shut',
    [{ driven: true }, 'warming'],
    [{ driven: true, travel: 0.5 }, 'opening 50 %'],
    [{ driven: true, travel: 1 }, 'held open'],
    [{ travel: 1, wax: 0.1 }, 'still open, cooling'],
    [{ travel: 1 }, 'open'],
    [{ travel: 0.5 }, 'shutting 50 %'],
    [{ travel: 1, driven: true, lever: 'parked' }, 'parked open by its lever'],
  ],
  [
    'valve/stored-charge',
    'shut',
    [{ powered: true }, 'charging 0 %'],
    [{ powered: true, store: 0.5 }, 'charging 50 %'],
    [{ powered: true, store: 1 }, 'starting'],
    [{ powered: true, store: 1, travel: 0.5 }, 'opening 50 %'],
    [{ travel: 0.5 }, 'shutting 50 %'],
    [{ travel: 1 }, 'held open'],
    [{ lever: 'parked' }, 'parked open by hand'],
  ],
  [
    'valve/diverter',
    'on heating',
    [{ travel: 1 }, 'on hot water'],
    [{ travel: 0.5, direction: 1 }, 'turning 50 %'],
    [{ travel: 0.5, direction: 1, dial: 'manual' }, 'held by its dial'],
  ],
  ['relay/single', 'at rest', [{ waited: 0.4 }, 'waiting 0 s'], [{ pulledIn: true, waited: 1 }, 'pulled in']],
  [
    'panel/zone-valve-3',
    'at rest',
    [{ call2: true }, 'call 2, proven -'],
    [{ call1: true, call2: true, proven2: true }, 'call 1 2, proven 2'],
    [{ proven3: true }, 'call -, proven 3'],
  ],
  ['panel/pump-relay-4', 'at rest', [{ on1: true, on3: true }, 'on: 1 3']],
  [
    'panel/manifold-4',
    'at rest',
    [{ call1: true, call4: true }, 'call 1 4, waits for the heads'],
    [{ call4: true, runs: true }, 'call 4, pump and boiler called'],
    // Its time is over and its relay has not pulled in.
    [{ call4: true, waited: 1e4 }, 'call 4'],
  ],
  [
    'boiler/dry-call',
    'idle, 40 °C',
    [{ called: true, water: 61.4 }, 'called, 61 °C'],
    [{ called: true, limitOpen: true }, 'at its limit, 40 °C'],
    [{ called: true, board: false }, 'board burnt, 40 °C'],
  ],
  [
    'boiler/valve-supply',
    'idle, 40 °C',
    [{ pulledIn: true }, 'called, 40 °C'],
    [{ cold: true }, 'keeping warm, 40 °C'],
    [{ limitOpen: true, cold: true }, 'at its limit, 40 °C'],
  ],
  [
    'boiler/oil',
    'idle, 40 °C',
    [{ called: true, trial: 7.9 }, 'trial 7 s, 40 °C'],
    [{ cold: true, flame: true }, 'firing, 40 °C'],
    [{ called: true, flame: true, limitOpen: true }, 'at its limit, 40 °C'],
    [{ called: true, lockedOut: true }, 'locked out, 40 °C'],
  ],
  [
    'boiler/gas',
    'idle, 40 °C',
    [{ called: true }, 'called, 40 °C'],
    [{ called: true, limitOpen: true }, 'at its limit, 40 °C'],
    [{ cold: true }, 'keeping warm, 40 °C'],
  ],
  [
    'boiler/switched-live',
    'idle, 40 °C',
    [{ called: true, runOn: 9 }, 'called, 40 °C'],
    [{ called: true, limitOpen: true }, 'at its limit, 40 °C'],
    [{ runOn: 8.2 }, 'over-run 9 s, 40 °C'],
  ],
  [
    'boiler/volt-free',
    'dead, 40 °C',
    [{ powered: true }, 'idle, 40 °C'],
    [{ powered: true, called: true }, 'called, 40 °C'],
    [{ powered: true, called: true, limitOpen: true }, 'at its limit, 40 °C'],
    [{ powered: true, runOn: 8.2 }, 'over-run 9 s, 40 °C'],
    [{ powered: true, called: true, board: false }, 'board burnt, 40 °C'],
  ],
  [
    'boiler/combination',
    'idle, 40 °C',
    [{ called: true }, 'called, 40 °C'],
    [{ called: true, limitOpen: true }, 'at its limit, 40 °C'],
    [{ runOn: 8.2 }, 'over-run 9 s, 40 °C'],
  ],
  [
    'boiler/heat-machine',
    'idle, 40 °C',
    [{ called: true }, 'heats rooms, 40 °C'],
    [{ called: true, onTank: true }, 'makes hot water, 40 °C'],
  ],
  ['pump/circulator', 'stopped', [{ running: true }, 'running']],
  ['burner/line', 'off', [{ running: true }, 'starting'], [{ running: true, flame: true }, 'firing']],
  ['burner/gas-valve', 'off', [{ open: true }, 'firing']],
  ['safety/flame-eye', 'dark', [{ sees: true }, 'sees flame']],
  [
    'safety/damper',
    'shut',
    [{ driven: true }, 'opening'],
    [{ driven: true, travel: 1 }, 'proven open'],
    [{ travel: 0.5 }, 'closing'],
  ],
  ['safety/spill', 'closed', [{ tripped: true }, 'tripped']],
  ['safety/roll-out', 'closed', [{ tripped: true }, 'tripped']],
  ['controller/building', 'no power', [{ powered: true, out1: 5, out2: 0.25 }, '5.0 V, 0.3 V out']],
  ['controller/signal-setter', '0.0 V', [{ out: 7.25 }, '7.3 V']],
]

it.each(stands.map((one) => [one[0], one] as const))('%s', (name, [, rest, ...states]) => {
  const kind = kindOf({ kind: name })!
  const figures = figuresOf(kind, undefined)
  const own: State = Object.assign({ ...kind.state }, kind.begins?.(figures))
  expect(kind.says(figures, own)).toBe(rest)
  for (const [state, says] of states) {
    // A state the kind does not have would change nothing.
    for (const changed of Object.keys(state)) expect(own).toHaveProperty(changed)
    expect([state, kind.says(figures, { ...own, ...state })]).toEqual([state, says])
  }
})

it('milliamps are told where an output gives a current', () => {
  const says = (kind: string, figures: object, state: object) =>
    kindOf({ kind })!.says(
      { ...figuresOf(kindOf({ kind })!, undefined), ...figures },
      { ...kindOf({ kind })!.state, ...state },
    )
  expect(says('controller/signal-setter', { current: 1 }, { out: 12 })).toBe('12.0 mA')
  expect(says('controller/building', { current2: 1 }, { powered: true, out1: 5, out2: 12 })).toBe('5.0 V, 12.0 mA out')
})

it('what only joins conductors has nothing to say of itself', () => {
  for (const kind of kinds.filter((one) => one.class === 'joint')) expect(kind.says({}, kind.state)).toBe('')
})
