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
import { anySo, isSo } from './is-so.ts'
import { type Figure, part, type State, type Terminal } from './kind.ts'
import { layoutsOf } from './layout.ts'

const low = (role: string, marking: string, takes = 1): Terminal => ({ role, marking, circuit: 'low voltage', takes })
const dry = (role: string, marking: string): Terminal => ({ role, marking, circuit: 'call', takes: 1 })
const lineTerminal = (role: string, marking: string, takes = 2): Terminal => ({
  role,
  marking,
  circuit: 'line voltage',
  takes,
})
const pumpTerminal = (role: string, marking: string, takes = 1): Terminal => ({
  ...lineTerminal(role, marking, takes),
  dry: true,
})

const figures: Record<
  'contactAmps' | 'va' | 'ratedVolts' | 'openVolts' | 'senseVa' | 'priority' | keyof typeof coreFigures,
  Figure
> = {
  ...coreFigures,
  va: { name: 'Transformer inside', unit: 'VA', value: 100 },
  ratedVolts: { name: 'Volts at rated load', unit: 'V', value: 24 },
  openVolts: { name: 'Volts unloaded', unit: 'V', value: 27 },
  senseVa: { name: 'Each sense circuit', unit: 'VA', value: 0.5 },
  contactAmps: { name: 'Pump contacts carry', unit: 'A', value: 5 },
  priority: { name: 'Last zone has priority (1 yes, 0 no)', unit: '', value: 0 },
}

/** Share of the transformer's rated volts from which a sense circuit counts as made. */
const MADE = 0.6

/**
 * A zone-valve panel: for each zone a thermostat (R W C) and four valve terminals, 1 and 2 the 24 V out, 3 and 4 the end
 * switch's return. 2 and 4 stand at the common, so a three-terminal heat motor proves itself by joining 2 to 3. The proof is
 * fed from the zone's own 24 V out: a link across 3 and 4 counts as proven from the call on, never without one. Any proven
 * zone closes the dry pump and boiler contacts; the last zone has a change-over relay, and may have priority.
 */
const zoneValvePanel = (zones: number) => {
  const numbers = Array.from({ length: zones }, (_, i) => i + 1)
  const terminals: Record<string, Terminal> = {
    l: lineTerminal('line in', 'L'),
    n: lineTerminal('neutral in', 'N'),
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 4 },
    ps1: pumpTerminal('pump contact', 'PS1', 1),
    ps2: pumpTerminal('pump contact', 'PS2', 1),
    x1: dry('boiler contact', 'X1'),
    x2: dry('boiler contact', 'X2'),
    pxcom: pumpTerminal('last zone’s relay, common', 'PX COM', 2),
    pxno: pumpTerminal('last zone’s relay, made when it is proven', 'PX NO', 1),
    pxnc: pumpTerminal('last zone’s relay, made at rest', 'PX NC', 1),
    k1: dry('priority on to the next panel', 'K1'),
    k2: dry('priority on to the next panel', 'K2'),
    j1: dry('priority from the panel before', 'J1'),
    j2: dry('priority from the panel before', 'J2'),
  }
  const state: State & Core = { held: false, ...soundCore }
  for (const n of numbers) {
    Object.assign(terminals, {
      [`r${n}`]: low(`zone ${n} thermostat feed`, `${n}R`),
      [`w${n}`]: low(`zone ${n} thermostat call`, `${n}W`),
      [`c${n}`]: low(`zone ${n} thermostat common`, `${n}C`),
      [`v${n}p1`]: low(`zone ${n} valve feed`, `${n}-1`),
      [`v${n}p2`]: low(`zone ${n} valve common`, `${n}-2`),
      [`v${n}p3`]: low(`zone ${n} end switch`, `${n}-3`, 2),
      [`v${n}p4`]: low(`zone ${n} end switch common`, `${n}-4`, 2),
    })
    state[`proven${n}`] = false
    state[`call${n}`] = false
  }
  const senses = [
    { state: 'held', sense: 'priorityIn' },
    ...numbers.flatMap((n) => [
      { state: `call${n}`, sense: `callSense${n}` },
      { state: `proven${n}`, sense: `proofSense${n}` },
    ]),
  ]
  const anyProven = anySo(numbers.map((n) => `proven${n}`))
  const lastProven = isSo(`proven${zones}`)
  const lastCalls = isSo(`call${zones}`)
  return part({
    kind: `panel/zone-valve-${zones}`,
    name: `Zone-valve panel, ${zones} zones`,
    class: 'panel',
    about:
      'Transformer, thermostat and valve terminals for each zone, lamps for power, call and proven, dry contacts for pump and boiler.',
    terminals,
    layouts: layoutsOf(terminals, (name) =>
      /^[rwc]\d$/.test(name) ? 'thermostat' : /^v\d/.test(name) ? 'valve' : undefined,
    ),
    figures,
    state,
    roles: { feeds: ['r1', 'c1'], feedVolts: 'openVolts', lanes: ['boilerContact'], zones },
    contacts: {
      pumpContact: 'pump contact',
      boilerContact: 'boiler contact',
      lastMade: 'PX NO contact',
      lastRest: 'PX NC contact',
      priorityOut: 'priority contact',
      ...Object.fromEntries(numbers.map((n) => [`power${n}`, `channel ${n}`])),
    },
    ratings: { pumpContact: 'contactAmps', lastMade: 'contactAmps', lastRest: 'contactAmps' },
    inside(f, site): Element<State>[] {
      const sense = { volts: 24, va: f.senseVa, powerFactor: 0.9, hertz: site.hertz }
      const elements: Element<State>[] = [
        windings<Core>(
          'core',
          ['l', 'n'],
          ['h', 'com'],
          { ...f, primaryVolts: site.lineVolts, hertz: site.hertz },
          coreIntact,
          shortedTurns(f),
        ) as Element<State>,
        contact('pumpContact', 'ps1', 'ps2', anyProven, 0.02),
        contact('boilerContact', 'x1', 'x2', anyProven, 0.05),
        contact('lastMade', 'pxcom', 'pxno', lastProven, 0.02),
        // A dry contact, so that the panels' supplies never meet; the panel behind it feels it close.
        contact('priorityOut', 'k1', 'k2', (s) => s.held === true || (f.priority > 0 && lastCalls(s)), 0.05),
        load('priorityIn', 'h', 'j1', sense),
        strap('priorityBack', 'j2', 'com'),
        contact('lastRest', 'pxcom', 'pxnc', (s) => !lastProven(s), 0.02),
      ]
      for (const n of numbers) {
        const yields = f.priority > 0 && n !== zones
        elements.push(
          strap(`r${n}`, 'h', `r${n}`),
          strap(`c${n}`, 'com', `c${n}`),
          contact(`power${n}`, `w${n}`, `v${n}p1`, (s) => s.held !== true && !(yields && lastCalls(s)), 0.02),
          strap(`common${n}`, `v${n}p2`, 'com'),
          strap(`return${n}`, `v${n}p4`, 'com'),
          load(`callSense${n}`, `w${n}`, 'com', sense),
          load(`proofSense${n}`, `v${n}p1`, `v${n}p3`, sense),
        )
      }
      return elements
    },
    motion: {
      rates: (f, s, feel) => coreRates(f, s as Core, feel),
      levels: () => ({ coreHeat: coreLevels }),
      heats: ['coreHeat'],
      jumps(f, s, feel) {
        const from = MADE * f.ratedVolts
        let change: State | undefined
        for (const { state, sense } of senses) {
          const made = feel.over(sense) >= from
          if (made === s[state]) continue
          change ??= {}
          change[state] = made
        }
        return change ?? coreJump(f, s as Core)
      },
    },
    tells: [
      ...coreTells.map(({ is, ...tell }) => ({ ...tell, is: (f: unknown, s: State) => is(f, s as Core) })),
      ...numbers.flatMap((n) =>
        ['call', 'proven'].map((what) => {
          const lit = isSo(`${what}${n}`)
          return {
            is: (_f: unknown, s: State) => lit(s),
            starts: `${what} lamp ${n} on`,
            ends: `${what} lamp ${n} off`,
          }
        }),
      ),
    ],
    faults: [
      { name: 'boilerContactDead', says: 'Boiler contact does not make', repair: 'Panel', open: ['boilerContact'] },
      { name: 'pumpContactDead', says: 'Pump contact does not make', repair: 'Panel', open: ['pumpContact'] },
      { name: 'boilerContactWelded', says: 'Boiler contact welded', repair: 'Panel', short: ['boilerContact'] },
      { name: 'pumpContactWelded', says: 'Pump contact welded', repair: 'Panel', short: ['pumpContact'] },
      { name: 'lampDead', says: 'A lamp is dead; the panel works', repair: 'Lamp or panel', unit: 'lamp' },
      { name: 'lastRelayWelded', says: 'Last zone’s relay welded', repair: 'Panel', short: ['lastMade'] },
      ...coreFaultsInside('Panel'),
      ...numbers.flatMap((n) => [
        { name: `channelDead${n}`, says: `Zone ${n} channel dead`, repair: 'Panel', open: [`power${n}`] },
        {
          name: `proofDead${n}`,
          says: `Zone ${n} does not see its end switch`,
          repair: 'Panel',
          open: [`proofSense${n}`],
        },
      ]),
    ],
    withholds(f, s, element) {
      if (element === 'lastRest' && lastProven(s)) return 'while the last zone runs its pump, it runs alone'
      const yields = s.held === true || (f.priority > 0 && lastCalls(s) && element !== `power${zones}`)
      return element.startsWith('power') && yields ? 'hot water has priority' : undefined
    },
    says(_f, s) {
      const lit = (what: string) => numbers.filter((n) => s[`${what}${n}`] === true).join(' ')
      const [call, proven] = [lit('call'), lit('proven')]
      return call === '' && proven === '' ? 'at rest' : `call ${call || '-'}, proven ${proven || '-'}`
    },
    hazards: [
      'Pump contacts are dry: line is brought in and taken out. Line and low voltage in separate compartments.',
    ],
  })
}

export const zonePanel3 = zoneValvePanel(3)
export const zonePanel4 = zoneValvePanel(4)
export const zonePanel5 = zoneValvePanel(5)
export const zonePanel6 = zoneValvePanel(6)
