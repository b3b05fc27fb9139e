import {
  type Core,
  coreFaultsInside,
  coreFigures,
  coreIntact,
  coreJump,
  coreLevels,
  coreRates,
  coreTells,
  shortedTurns,
  soundCore,
} from './core-heat.ts'
import { contact, type Element, load, strap, windings } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { anySo, isSo } from './is-so.ts'
import { type CircuitClass, type Feel, type Figures, part, type State, type Terminal } from './kind.ts'
import { layoutsOf } from './layout.ts'

/** Share of the rated volts from which a call is felt. */
const MADE = 0.6

const figures = {
  senseVa: { name: 'Each call sense', unit: 'VA', value: 0.5 },
  startsAfter: { name: 'Pump and boiler start after a call', unit: 's', value: 180, spread: 0.1 },
  contactAmps: { name: 'Pump contact carries', unit: 'A', value: 5 },
}

/** The channels, the clock of the first call, and the two dry contacts: the same at either voltage. */
function channels(zones: number, circuit: CircuitClass, words: { feed: string; call: string; back: string }) {
  const numbers = Array.from({ length: zones }, (_, i) => i + 1)
  const low = circuit === 'low voltage'
  const terminals: Record<string, Terminal> = {
    l: { role: 'line in', marking: 'L', circuit: 'line voltage', takes: 3 },
    n: { role: 'neutral in', marking: 'N', circuit: 'line voltage', takes: 3 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 4 },
    ps1: { role: 'pump contact', marking: 'PS1', circuit: 'line voltage', takes: 1, dry: true },
    ps2: { role: 'pump contact', marking: 'PS2', circuit: 'line voltage', takes: 1, dry: true },
    x1: { role: 'boiler contact', marking: 'X1', circuit: 'call', takes: 1, dry: true },
    x2: { role: 'boiler contact', marking: 'X2', circuit: 'call', takes: 1, dry: true },
  }
  for (const n of numbers) {
    Object.assign(terminals, {
      [`r${n}`]: { role: `zone ${n} thermostat feed`, marking: `${n}${words.feed}`, circuit, takes: 1 },
      [`w${n}`]: { role: `zone ${n} thermostat call`, marking: `${n}${words.call}`, circuit, takes: 1 },
      [`c${n}`]: {
        role: `zone ${n} thermostat ${low ? 'common' : 'neutral'}`,
        marking: `${n}${words.back}`,
        circuit,
        takes: 1,
      },
      [`h${n}`]: { role: `zone ${n} heads, switched`, marking: `${n}H`, circuit, takes: 4 },
      [`b${n}`]: { role: `zone ${n} heads, return`, marking: `${n}B`, circuit, takes: 4 },
    })
  }
  const state: State = { waited: 0, runs: false }
  for (const n of numbers) state[`call${n}`] = false
  const lamps = numbers.map((n) => ({ state: `call${n}`, sense: `callSense${n}` }))
  const called = anySo(lamps.map(({ state }) => state))
  const waits = (f: Figures, s: State) => called(s) && !s.runs && Number(s.waited) < f.startsAfter!
  return {
    terminals,
    layouts: layoutsOf(terminals, (name) =>
      /^[rwc]\d$/.test(name) ? 'thermostat' : /^[hb]\d$/.test(name) ? 'valve' : undefined,
    ),
    state,
    contacts: {
      pumpContact: 'pump contact',
      boilerContact: 'boiler contact',
      ...Object.fromEntries(numbers.map((n) => [`channel${n}`, `channel ${n}`])),
    },
    /** @param hot the terminal or inner node that feeds the thermostats, and what the heads return to */
    elements: (f: Figures, volts: number, hertz: number, hot: string, back: string): Element<State>[] => [
      contact('pumpContact', 'ps1', 'ps2', (s) => s.runs === true, 0.02),
      contact('boilerContact', 'x1', 'x2', (s) => s.runs === true, 0.05),
      ...numbers.flatMap((n) => [
        strap(`feed${n}`, hot, `r${n}`),
        strap(`back${n}`, back, `c${n}`),
        contact<State>(`channel${n}`, `w${n}`, `h${n}`, () => true, 0.02),
        strap(`heads${n}`, `b${n}`, back),
        load<State>(`callSense${n}`, `w${n}`, back, { volts, va: f.senseVa!, powerFactor: 0.9, hertz }),
      ]),
    ],
    rates: (f: Figures, s: State) => (waits(f, s) ? { waited: 1 } : {}),
    jumps(f: Figures, s: State, volts: number, feel: Feel): State | undefined {
      const change: State = {}
      for (const { state, sense } of lamps) {
        const made = feel.over(sense) >= MADE * volts
        if (made !== s[state]) change[state] = made
      }
      const now = { ...s, ...change }
      const runs = called(now) && (now.runs === true || Number(now.waited) >= f.startsAfter!)
      if (runs !== now.runs) change.runs = runs
      if (!called(now) && now.waited !== 0) change.waited = 0
      return Object.keys(change).length > 0 ? change : undefined
    },
    tells: [
      ...numbers.map((n) => {
        const lit = isSo(`call${n}`)
        return {
          is: (_f: unknown, s: State) => lit(s),
          starts: `call lamp ${n} on`,
          ends: `call lamp ${n} off`,
        }
      }),
      {
        is: (_f: unknown, s: State) => s.runs === true,
        starts: 'calls pump and boiler',
        ends: 'lets pump and boiler go',
      },
    ],
    faults: [
      { name: 'boilerContactDead', says: 'Boiler contact does not make', repair: 'Centre', open: ['boilerContact'] },
      { name: 'pumpContactDead', says: 'Pump contact does not make', repair: 'Centre', open: ['pumpContact'] },
      { name: 'boilerContactWelded', says: 'Boiler contact welded', repair: 'Centre', short: ['boilerContact'] },
      { name: 'pumpContactWelded', says: 'Pump contact welded', repair: 'Centre', short: ['pumpContact'] },
      { name: 'lampDead', says: 'A lamp is dead; the centre works', repair: 'Lamp or centre', unit: 'lamp' },
      ...numbers.flatMap((n) => [
        { name: `channelDead${n}`, says: `Zone ${n} channel dead`, repair: 'Centre', open: [`channel${n}`] },
        { name: `callUnheard${n}`, says: `Zone ${n} call not heard`, repair: 'Centre', open: [`callSense${n}`] },
      ]),
    ],
    withholds: (f: Figures, s: State, element: string) =>
      ['boilerContact', 'pumpContact'].includes(element) && waits(f, s) ? 'gives the heads time to open' : undefined,
    says(f: Figures, s: State): string {
      const calls = numbers.filter((n) => s[`call${n}`] === true).join(' ')
      if (calls === '') return 'at rest'
      return `call ${calls}${s.runs ? ', pump and boiler called' : waits(f, s) ? ', waits for the heads' : ''}`
    },
  }
}

const about =
  'For each room a thermostat and up to four wax heads side by side. Some minutes after the first call its two dry contacts call pump and boiler: no head proves that it is open, so they are given time.'
const hazards = [
  'Both contacts are dry: line is brought to the pump contact and taken out; the boiler’s own call comes to the other. Keep the two apart.',
]

/** A manifold's wiring centre with a transformer of its own: thermostats and heads at 24 V. */
function lowCentre(zones: number) {
  const of = channels(zones, 'low voltage', { feed: 'R', call: 'W', back: 'C' })
  return part({
    kind: `panel/manifold-${zones}`,
    name: `Manifold centre, ${zones} rooms, 24 V`,
    class: 'panel',
    about,
    terminals: of.terminals,
    layouts: of.layouts,
    figures: {
      ...coreFigures,
      ...figures,
      va: { name: 'Transformer inside', unit: 'VA', value: 60 },
      ratedVolts: { name: 'Volts at rated load', unit: 'V', value: 24 },
      openVolts: { name: 'Volts unloaded', unit: 'V', value: 26.5 },
    },
    state: { ...of.state, ...soundCore } as State & Core,
    roles: { feeds: ['r1', 'c1'], feedVolts: 'openVolts', lanes: ['boilerContact'], channels: zones },
    contacts: of.contacts,
    ratings: { pumpContact: 'contactAmps' },
    inside: (f, site): Element<State>[] => [
      windings<Core>(
        'core',
        ['l', 'n'],
        ['h', 'com'],
        { ...f, primaryVolts: site.lineVolts, hertz: site.hertz },
        coreIntact,
        shortedTurns(f),
      ) as Element<State>,
      ...of.elements(f, f.ratedVolts, site.hertz, 'h', 'com'),
    ],
    motion: {
      rates: (f, s, feel) => ({ ...coreRates(f, s as Core, feel), ...of.rates(f, s) }),
      levels: (f) => ({ coreHeat: coreLevels, waited: [f.startsAfter] }),
      heats: ['coreHeat'],
      holdUp: ELECTRONICS,
      jumps: (f, s, feel) => of.jumps(f, s, f.ratedVolts, feel) ?? coreJump(f, s as Core),
    },
    tells: [
      ...coreTells.map(({ is, ...tell }) => ({ ...tell, is: (f: unknown, s: State) => is(f, s as Core) })),
      ...of.tells,
    ],
    faults: [...of.faults, ...coreFaultsInside('Centre')],
    withholds: of.withholds,
    says: of.says,
    hazards: [...hazards, 'Line and low voltage in separate compartments.'],
  })
}

/** A manifold's wiring centre at line voltage throughout. */
function lineCentre(zones: number) {
  const of = channels(zones, 'line voltage', { feed: 'L', call: 'T', back: 'N' })
  return part({
    kind: `panel/manifold-${zones}-230`,
    name: `Manifold centre, ${zones} rooms, 230 V`,
    class: 'panel',
    about,
    terminals: of.terminals,
    layouts: of.layouts,
    figures,
    state: of.state,
    roles: { lanes: ['boilerContact'], channels: zones },
    contacts: of.contacts,
    ratings: { pumpContact: 'contactAmps' },
    inside: (f, site): Element<State>[] => of.elements(f, site.lineVolts, site.hertz, 'l', 'n'),
    motion: {
      rates: (f, s) => of.rates(f, s),
      levels: (f) => ({ waited: [f.startsAfter] }),
      holdUp: ELECTRONICS,
      jumps: (f, s, feel) => of.jumps(f, s, feel.site.lineVolts, feel),
    },
    tells: of.tells,
    faults: of.faults,
    withholds: of.withholds,
    says: of.says,
    hazards: ['Line voltage at every terminal: isolate, lock off, prove dead.', ...hazards],
  })
}

export const manifoldCentres = [lowCentre(4), lowCentre(8), lineCentre(4), lineCentre(8)]
