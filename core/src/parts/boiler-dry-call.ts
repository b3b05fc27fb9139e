import { contact, load, strap, windings } from './element.ts'
import { part } from './kind.ts'

/**
 * The boiler powers its own call pair from a small isolated winding: it notices the current through its sense coil when
 * something closes T-T. Foreign voltage on the pair can destroy it.
 */
export const dryCallBoiler = part({
  kind: 'boiler/dry-call',
  name: 'Boiler, dry call',
  class: 'boiler',
  about: 'Fires when its call pair T-T is closed by a dry contact. The pair is fed by the boiler itself.',
  terminals: {
    l: { role: 'live', marking: 'L', circuit: 'line voltage', takes: 1 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 3 },
    t1: { role: 'call, fed', marking: 'T', circuit: 'call', takes: 2 },
    t2: { role: 'call, return', marking: 'T', circuit: 'call', takes: 2 },
    c1: { role: 'circulator live', marking: 'C1', circuit: 'line voltage', takes: 1 },
    c2: { role: 'circulator neutral', marking: 'C2', circuit: 'line voltage', takes: 1 },
    b1: { role: 'burner live', marking: 'B1', circuit: 'line voltage', takes: 1 },
    b2: { role: 'burner neutral', marking: 'B2', circuit: 'line voltage', takes: 1 },
  },
  figures: {
    callVolts: { name: 'Call volts, pair open', unit: 'V', value: 25 },
    senseAmps: { name: 'Call current, pair closed', unit: 'A', value: 0.04 },
    standbyVa: { name: 'Controls at rest', unit: 'VA', value: 6 },
  },
  state: { called: false },
  roles: { callSense: 'sense', told: 'called', work: 'controls', feeds: ['t1', 't2'], feedVolts: 'callVolts' },
  inside: (f, site) => [
    load('controls', 'l', 'n', { volts: site.lineVolts, va: f.standbyVa, powerFactor: 0.6, hertz: site.hertz }),
    windings('callSupply', ['l', 'n'], ['s', 't2'], {
      primaryVolts: site.lineVolts,
      openVolts: f.callVolts,
      ratedVolts: f.callVolts - 1,
      va: f.callVolts * 0.2,
      hertz: site.hertz,
    }),
    load('sense', 's', 't1', {
      volts: f.callVolts,
      va: f.callVolts * f.senseAmps,
      powerFactor: 0.8,
      hertz: site.hertz,
    }),
    contact('pumpRelay', 'l', 'c1', (s) => s.called, 0.02),
    strap('pumpNeutral', 'n', 'c2'),
    contact('burnerRelay', 'l', 'b1', (s) => s.called, 0.02),
    strap('burnerNeutral', 'n', 'b2'),
  ],
  motion: {
    jumps(f, s, feel) {
      const share = feel.amps('sense') / f.senseAmps
      if (!s.called && share >= 0.7) return { called: true }
      if (s.called && share < 0.4) return { called: false }
      return undefined
    },
  },
  tells: [{ is: (_f, s) => s.called, starts: 'is called: pump and burner on', ends: 'call ends: burner and pump off' }],
  faults: [
    { name: 'callInputDead', says: 'Call input dead', repair: 'Boiler board', open: ['sense'] },
    { name: 'pumpRelayOpen', says: 'Pump relay does not make', repair: 'Boiler board', open: ['pumpRelay'] },
    { name: 'pumpRelayWelded', says: 'Pump relay welded', repair: 'Boiler board', short: ['pumpRelay'] },
    { name: 'burnerRelayOpen', says: 'Burner relay does not make', repair: 'Boiler board', open: ['burnerRelay'] },
  ],
  says: (_f, s) => (s.called ? 'called' : 'idle'),
  hazards: [
    'Gas, oil and combustion controls: licensed people under the local code.',
    'T-T takes a dry contact only. Any voltage put on it can destroy the control.',
    'A jumper on T-T is for seconds, supervised, then removed.',
  ],
})
