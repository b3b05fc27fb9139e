import { contact, type Element, load, strap, windings } from './element.ts'
import { anySo, isSo } from './is-so.ts'
import { part, type State, type Terminal } from './kind.ts'

const ZONES = [1, 2, 3, 4]

const terminals: Record<string, Terminal> = {
  l: { role: 'line in', marking: 'L', circuit: 'line voltage', takes: 2 },
  n: { role: 'neutral in', marking: 'N', circuit: 'line voltage', takes: 2 },
  e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 4 },
  x1: { role: 'boiler contact', marking: 'X1', circuit: 'call', takes: 1 },
  x2: { role: 'boiler contact', marking: 'X2', circuit: 'call', takes: 1 },
}
const state: State = {}
for (const n of ZONES) {
  terminals[`r${n}`] = { role: `zone ${n} thermostat feed`, marking: `${n}R`, circuit: 'low voltage', takes: 1 }
  terminals[`w${n}`] = { role: `zone ${n} thermostat call`, marking: `${n}W`, circuit: 'low voltage', takes: 1 }
  terminals[`p${n}l`] = { role: `zone ${n} pump live`, marking: `${n}L`, circuit: 'line voltage', takes: 1 }
  terminals[`p${n}n`] = { role: `zone ${n} pump neutral`, marking: `${n}N`, circuit: 'line voltage', takes: 1 }
  state[`on${n}`] = false
}

const RELAYS = ZONES.map((n) => ({ n, state: `on${n}`, coil: `coil${n}`, isIn: isSo(`on${n}`) }))

/** Zones by pumps: a thermostat, or a valve panel's dry contact, starts that zone's pump and calls the boiler. */
export const pumpPanel = part({
  kind: 'panel/pump-relay-4',
  name: 'Pump relay panel, 4 zones',
  class: 'panel',
  about: 'A thermostat for each zone in, a pump for each zone out, one dry boiler contact.',
  terminals,
  figures: {
    va: { name: 'Transformer inside', unit: 'VA', value: 20 },
    ratedVolts: { name: 'Volts at rated load', unit: 'V', value: 24 },
    openVolts: { name: 'Volts unloaded', unit: 'V', value: 27 },
    coilVa: { name: 'Each relay coil', unit: 'VA', value: 2 },
  },
  state,
  roles: { feeds: ['r1', 'com'], feedVolts: 'openVolts', lanes: ['boilerContact'] },
  contacts: {
    boilerContact: 'boiler contact',
    ...Object.fromEntries(RELAYS.map(({ n }) => [`pump${n}`, `pump contact ${n}`])),
  },
  inside(f, site): Element<State>[] {
    const elements: Element<State>[] = [
      windings('core', ['l', 'n'], ['h', 'com'], { ...f, primaryVolts: site.lineVolts, hertz: site.hertz }),
      contact('boilerContact', 'x1', 'x2', anySo(RELAYS.map(({ state }) => state)), 0.05),
    ]
    for (const { n, coil, isIn } of RELAYS)
      elements.push(
        strap(`r${n}`, 'h', `r${n}`),
        load(coil, `w${n}`, 'com', { volts: 24, va: f.coilVa, powerFactor: 0.6, hertz: site.hertz }),
        contact(`pump${n}`, 'l', `p${n}l`, isIn, 0.02),
        strap(`neutral${n}`, 'n', `p${n}n`),
      )
    return elements
  },
  motion: {
    jumps(f, s, feel) {
      const change: State = {}
      for (const { state, coil, isIn } of RELAYS) {
        const on = feel.over(coil) >= (isIn(s) ? 0.35 : 0.75) * f.ratedVolts
        if (on !== s[state]) change[state] = on
      }
      return Object.keys(change).length > 0 ? change : undefined
    },
  },
  tells: RELAYS.map(({ n, isIn }) => ({
    is: (_f: unknown, s: State) => isIn(s),
    starts: `zone ${n} relay pulls in`,
    ends: `zone ${n} relay drops out`,
  })),
  faults: [
    { name: 'boilerContactDead', says: 'Boiler contact does not make', repair: 'Panel', open: ['boilerContact'] },
    { name: 'boilerContactWelded', says: 'Boiler contact welded', repair: 'Panel', short: ['boilerContact'] },
    ...ZONES.flatMap((n) => [
      { name: `relayDead${n}`, says: `Zone ${n} relay coil open`, repair: 'Panel', open: [`coil${n}`] },
      { name: `pumpDead${n}`, says: `Zone ${n} pump contact does not make`, repair: 'Panel', open: [`pump${n}`] },
      { name: `pumpWelded${n}`, says: `Zone ${n} pump contact welded`, repair: 'Panel', short: [`pump${n}`] },
    ]),
  ],
  says: (_f, s) => {
    const on = RELAYS.filter(({ isIn }) => isIn(s))
    return on.length > 0 ? `on: ${on.map(({ n }) => n).join(' ')}` : 'at rest'
  },
  hazards: ['Line voltage on the pump terminals: isolate, lock off, prove dead.'],
})
