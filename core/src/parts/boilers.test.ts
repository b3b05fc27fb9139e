import { describe, expect, it } from 'vitest'
import { type Board, Rig } from '../testing/rig.ts'

/** What each boiler does when it is called, in which order, and what stops it. */

describe('oil control with flame eye', () => {
  const board: Board = {
    parts: {
      M: 'supply/line',
      B: 'boiler/oil',
      BR: 'burner/line',
      EYE: 'safety/flame-eye',
      P: 'pump/circulator',
      CALL: 'switch/service',
    },
    nets: [
      'M.l B.l',
      'M.n B.n',
      'B.b1 BR.l',
      'B.b2 BR.n',
      'B.c1 P.l',
      'B.c2 P.n',
      'B.f1 EYE.f1',
      'B.f2 EYE.f2',
      'B.t1 CALL.in',
      'B.t2 CALL.out',
    ],
    settings: { CALL: { closed: false } },
  }

  it('starts pump and burner, and believes in the flame when the eye sees it', () => {
    const rig = new Rig(board)
    rig.told()
    rig.set('CALL.closed', true).settle()
    expect(rig.told()).toEqual([
      '0 CALL on',
      '0 B is called: pump on',
      '0 B burner on',
      '0 BR motor starts',
      '0 P starts',
      '5 BR lights',
      '5 B sees the flame',
    ])
  })

  it('locks out when no light reaches the eye within the trial time', () => {
    const rig = new Rig({ ...board, faults: { EYE: ['dirty'] } })
    rig.told()
    rig.set('CALL.closed', true).settle()
    expect(rig.told()).toContain('45 B locks out')
    expect(rig.state('BR.running')).toBe(false)
    expect(rig.says('B')).toContain('locked out')
  })

  it('locks out when the flame is lost in the run and does not come back, and stays so until reset', () => {
    const rig = new Rig(board)
    rig.set('CALL.closed', true).settle()
    rig.told()
    rig.set('BR.fuel', false).settle()
    expect(rig.told()).toEqual([
      '0 BR goes out',
      '0 B sees no flame',
      '45 B burner off',
      '45 B locks out',
      '45 BR motor stops',
    ])
    rig.set('BR.fuel', true).settle()
    expect(rig.state('BR.running')).toBe(false)
    rig.set('B.lockedOut', false).settle()
    expect(rig.says('B')).toContain('firing')
  })
})

describe('gas control that feeds the valves, with damper and burner chain', () => {
  const board: Board = {
    parts: {
      M: 'supply/line',
      B: 'boiler/valve-supply',
      TS: 'thermostat/two-wire',
      V: 'valve/motor-4',
      D: 'safety/damper',
      SP: 'safety/spill',
      RO: 'safety/roll-out',
      G: 'burner/gas-valve',
      P: 'pump/circulator',
    },
    nets: [
      'M.l B.l',
      'M.n B.n',
      'B.c1 P.l',
      'B.c2 P.n',
      'B.feed TS.r',
      'TS.w V.m1',
      'B.shared V.m2 V.e1',
      'B.call V.e2',
      'B.d1 D.d1',
      'B.d2 D.d2',
      'B.d3 D.d3',
      'B.b1 SP.in',
      'SP.out RO.in',
      'RO.out G.g1',
      'B.b2 G.g2',
    ],
  }

  it('lights no burner before the damper is proven open', () => {
    const rig = new Rig(board)
    rig.told()
    rig.set('TS.calling', true).settle()
    expect(rig.told()).toEqual([
      '0 TS contact makes',
      '0 V motor runs',
      '12.88 V end switch made',
      '12.88 B relay pulls in: pump on, damper told',
      '12.88 D turns open',
      '12.88 P starts',
      '14 V fully open, motor holds',
      '27.88 D proven open',
      '27.88 G opens, burner lights',
    ])
  })

  it.each([
    ['damper without its proof', { D: ['proofMissing'] }, ['D.d1', 'D.d3']],
    ['spill switch tripped', { SP: ['tripped'] }, ['SP.in', 'SP.out']],
    ['roll-out switch tripped', { RO: ['tripped'] }, ['RO.in', 'RO.out']],
  ])('%s: pump runs, burner does not, and the source stands across the open one', (_name, faults, [a, b]) => {
    const rig = new Rig({ ...board, faults })
    rig.set('TS.calling', true).settle()
    expect(rig.state('P.running')).toBe(true)
    expect(rig.state('G.open')).toBe(false)
    expect(rig.volts(a!, b!)).toBeGreaterThan(22)
    expect(rig.volts('G.g1', 'G.g2')).toBeLessThan(1)
  })

  it('reads as the book says: call to shared about 24 V at rest through the coil, near 0 when made, near 0 with the limit open', () => {
    const rig = new Rig(board)
    expect(rig.volts('B.call', 'B.shared')).toBeGreaterThan(22)
    rig.set('TS.calling', true).settle()
    expect(rig.volts('B.call', 'B.shared')).toBeLessThan(0.5)
    const limited = new Rig({ ...board, faults: { B: ['limitTripped'] } })
    // Cut off from feed the call core floats: a stray volt or two, none on low impedance.
    expect(limited.volts('B.call', 'B.shared')).toBeLessThan(4)
    limited.set('TS.calling', true).settle()
    expect(limited.state('B.pulledIn')).toBe(false)
  })

  it('takes no call from a switch that closes feed to call: both ends of the coil stand on one pole', () => {
    const rig = new Rig({
      ...board,
      nets: [...board.nets.filter((net) => !net.startsWith('B.shared')), 'B.shared V.m2', 'B.feed V.e1'],
    })
    rig.set('TS.calling', true).settle()
    expect(rig.state('V.travel')).toBe(1)
    expect(rig.state('B.pulledIn')).toBe(false)
  })
})

describe('switched live with over-run', () => {
  const board = (figures: Record<string, number>): Board => ({
    practice: '230',
    parts: { M: 'supply/line', SW: 'switch/service', B: ['boiler/switched-live', figures], P: 'pump/circulator' },
    nets: ['M.l B.l SW.in', 'SW.out B.sl', 'M.n B.n', 'B.p P.l', 'B.pn P.n'],
    settings: { SW: { closed: false } },
  })

  it('keeps the pump on its own output for the over-run after the call has ended', () => {
    const rig = new Rig(board({ postRun: 180 }))
    rig.set('SW.closed', true).settle()
    rig.told()
    rig.set('SW.closed', false).settle()
    expect(rig.told()).toEqual(['0 SW off', '0 B call ends: burner off', '180 B pump output off', '180 P stops'])
  })

  it('without over-run stops the pump with the call', () => {
    const rig = new Rig(board({}))
    rig.set('SW.closed', true).settle()
    rig.set('SW.closed', false).settle()
    expect(rig.state('P.running')).toBe(false)
  })
})

describe('volt-free call', () => {
  const board: Board = {
    practice: '230',
    parts: { M: 'supply/line', B: 'boiler/volt-free', K: 'relay/line', SW: 'switch/service' },
    nets: ['M.l B.l SW.in', 'SW.out K.a1', 'M.n B.n K.a2', 'B.v1 K.com', 'B.v2 K.no'],
    settings: { SW: { closed: false } },
  }

  it('is called by a relay contact, which shows the boiler’s own low voltage when open and near none when made', () => {
    const rig = new Rig(board)
    expect(rig.direct('K.com', 'K.no')).toBeCloseTo(24, 0)
    rig.set('SW.closed', true).settle()
    expect(Math.abs(rig.direct('K.com', 'K.no'))).toBeLessThan(0.1)
    expect(rig.state('B.called')).toBe(true)
  })

  it('with its factory link left in is always on', () => {
    const rig = new Rig({ ...board, faults: { B: ['linkLeftIn'] } })
    expect(rig.state('B.called')).toBe(true)
  })
})

describe('the water in the boiler', () => {
  it('rises while it fires with every zone shut, opens the high limit, and lets the burner go again below the differential', () => {
    const rig = new Rig({
      parts: { M: 'supply/line', B: 'boiler/dry-call', BR: 'burner/line', CALL: 'switch/service' },
      nets: ['M.l B.l', 'M.n B.n', 'B.b1 BR.l', 'B.b2 BR.n', 'B.t1 CALL.in', 'B.t2 CALL.out'],
    })
    rig.told()
    rig.run(3600)
    const limits = rig.told().filter((line) => line.includes('limit'))
    expect(limits[0]).toMatch(/^\d+(\.\d+)? B high limit opens: burner off$/)
    expect(limits[1]).toMatch(/B high limit closes again$/)
    expect(Number(rig.state('B.water'))).toBeLessThanOrEqual(82.01)
  })
})

describe('gas control called dry, with a low limit', () => {
  const board = (figures: Record<string, number> = {}): Board => ({
    parts: {
      M: 'supply/line',
      B: ['boiler/gas', figures],
      D: 'safety/damper',
      G: 'burner/gas-valve',
      P: 'pump/circulator',
      CALL: 'switch/service',
    },
    nets: [
      'M.l B.l',
      'M.n B.n',
      'B.c1 P.l',
      'B.c2 P.n',
      'B.t1 CALL.in',
      'B.t2 CALL.out',
      'B.d1 D.d1',
      'B.d2 D.d2',
      'B.d3 D.d3',
      'B.b1 G.g1',
      'B.b2 G.g2',
    ],
    settings: { CALL: { closed: false } },
  })

  it('its call pair is isolated from the 24 V of its burner chain', () => {
    const rig = new Rig(board())
    expect(rig.volts('B.t1', 'B.t2')).toBeGreaterThan(22)
    expect(rig.volts('B.t1', 'B.b2')).toBeLessThan(16)
    rig.told()
    rig.set('CALL.closed', true).settle()
    expect(rig.told()).toEqual([
      '0 CALL on',
      '0 B is called: pump on, damper told',
      '0 D turns open',
      '0 P starts',
      '15 D proven open',
      '15 G opens, burner lights',
    ])
  })

  /** Its stored water has gone cold. */
  const cold = (figures: Record<string, number>): Board => {
    const made = board(figures)
    return { ...made, settings: { ...made.settings, B: { water: 40 } } }
  }

  it('keeps stored water warm without a call, and holds the pump off until it is', () => {
    const rig = new Rig(cold({ lowLimit: 60 }))
    expect([rig.state('B.cold'), rig.state('G.open'), rig.state('P.running')]).toEqual([true, true, false])
    rig.set('CALL.closed', true).run(1)
    expect(rig.state('P.running')).toBe(false)
    rig.run(600)
    expect([rig.state('B.cold'), rig.state('P.running')]).toEqual([false, true])
  })

  it('begins with its stored water warm, as it has stood for long, and burns for nobody', () => {
    const rig = new Rig(board({ lowLimit: 60 }))
    expect([rig.state('B.cold'), rig.state('G.open'), rig.state('B.water')]).toEqual([false, false, expect.any(Number)])
    expect(rig.state('B.water')).toBeGreaterThan(60)
    expect(new Rig(board({})).state('B.water')).toBeLessThan(60)
  })

  it('where the low limit does not hold the pump, it runs with the call', () => {
    const rig = new Rig(cold({ lowLimit: 60, holdsPump: 0 }))
    rig.set('CALL.closed', true).run(1)
    expect(rig.state('P.running')).toBe(true)
  })
})

describe('pumps inside', () => {
  it.each([
    ['boiler/volt-free', 'v1', 'v2'],
    ['boiler/combination', 'l', 'sl'],
  ])('%s runs its pump on after the call', (kind, a, b) => {
    const rig = new Rig({
      practice: '230',
      parts: { M: 'supply/line', B: [kind, { postRun: 90 }], SW: 'switch/service' },
      nets: ['M.l B.l', 'M.n B.n', `B.${a} SW.in`, `B.${b} SW.out`],
      settings: { SW: { closed: false } },
    })
    rig.set('SW.closed', true).settle()
    rig.told()
    rig.set('SW.closed', false).settle()
    expect(rig.told()).toEqual(['0 SW off', '0 B call ends: burner off', '90 B pump inside off'])
  })
})
