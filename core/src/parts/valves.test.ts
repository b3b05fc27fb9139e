import { describe, expect, it } from 'vitest'
import { openingOf } from '../motion/surroundings.ts'
import { type Board, Rig } from '../testing/rig.ts'

/** How each kind of valve moves: order and times as the trade knows them. */

const lowVoltage = (kind: string, [feed, common]: readonly [string, string], more: Partial<Board> = {}): Board => ({
  parts: {
    M: 'supply/line',
    SW: 'switch/service',
    XF: ['transformer/control', { va: 75 }],
    TS: 'thermostat/two-wire',
    V: kind,
    ...more.parts,
  },
  nets: [
    'M.l SW.in',
    'SW.out XF.p1',
    'M.n XF.p2',
    'XF.h TS.r',
    `TS.w V.${feed}`,
    `XF.c V.${common}`,
    ...(more.nets ?? []),
  ],
  ...(more.faults ? { faults: more.faults } : {}),
})

const call = (rig: Rig, on = true) => {
  rig.told()
  return rig.set('TS.calling', on)
}

describe('heat motor', () => {
  it('opens in its time by the square of its volts, draws all the time, and shuts in 90 s', () => {
    const rig = new Rig(lowVoltage('valve/heat-2', ['m1', 'm2']))
    const [, warms, open] = call(rig).settle().told()
    expect(warms).toBe('0 V heater warms')
    const volts = Math.sqrt(rig.va('XF') * (24 ** 2 / 19))
    expect(Number(open!.split(' ')[0])).toBeCloseTo(70 / (volts / 24) ** 2, 0)
    expect(rig.va('XF')).toBeGreaterThan(18)
    expect(call(rig, false).settle().told()).toEqual(['0 TS contact opens', '0 V heater cools', '90 V shut'])
  })

  it('with three terminals joins its switch to the shared common, so the switch is not isolated from the source', () => {
    const rig = new Rig(lowVoltage('valve/heat-3', ['t1', 't2']))
    const ohms = () =>
      rig.simulation.circuit.resistance(
        rig.simulation.netlist.nodeOf.get('V.t3')!,
        rig.simulation.netlist.nodeOf.get('XF.c')!,
      )
    expect(ohms()).toBeGreaterThan(1e6)
    call(rig).settle()
    expect(ohms()).toBeLessThan(1)
  })
})

describe('stored charge', () => {
  const board = lowVoltage('valve/stored-charge', ['p', 'c'])

  it('charges 20 s with the valve still, moves 6 s, then only trickles', () => {
    const rig = new Rig(board)
    call(rig).run(10)
    expect(rig.says('V')).toBe('charging 50 %')
    expect(rig.va('XF')).toBeGreaterThan(10)
    rig.settle()
    expect(rig.told()).toEqual([
      '0 TS contact makes',
      '0 V charges, lamp blinks',
      '20 V charged',
      '25.52 V end switch made',
      '26 V fully open, trickle',
    ])
    expect(rig.va('XF')).toBeLessThan(3)
  })

  it('drives itself shut on its charge when power goes, and charges faster while the store is still warm', () => {
    const rig = new Rig(board)
    call(rig).settle()
    rig.told()
    rig.set('SW.closed', false).run(10)
    expect(rig.told()).toEqual([
      '0 SW off',
      '0 V drives itself shut on its charge',
      '0.48 V end switch open',
      '6 V shut',
    ])
    rig.set('SW.closed', true).settle()
    const opened = rig.told().find((line) => line.includes('fully open'))!
    expect(Number.parseFloat(opened)).toBeLessThan(22)
  })
})

describe('power open, power shut', () => {
  const board: Board = {
    parts: {
      M: 'supply/line',
      SW: 'switch/service',
      XF: 'transformer/control',
      TS: 'thermostat/two-wire',
      V: 'valve/power-both-ways',
    },
    nets: ['M.l SW.in', 'SW.out XF.p1', 'M.n XF.p2', 'XF.h TS.r V.hot', 'TS.w V.ctl', 'XF.c V.c'],
  }

  it('runs to the side its control asks for, then stops drawing', () => {
    const rig = new Rig(board)
    expect(call(rig).settle().told()).toEqual(['0 TS contact makes', '0 V runs open', '15 V open, stops drawing'])
    expect(rig.va('XF')).toBeLessThan(1)
    expect(call(rig, false).settle().told()).toEqual([
      '0 TS contact opens',
      '0 V runs shut',
      '15 V shut, stops drawing',
    ])
  })

  it('stays where it is when power fails, and goes on when it returns', () => {
    const rig = new Rig(board)
    call(rig).run(6)
    rig.set('SW.closed', false).settle()
    expect(rig.says('V')).toBe('stands at 40 %')
    rig.set('SW.closed', true).settle()
    expect(rig.says('V')).toBe('open')
  })
})

describe('modulating', () => {
  const board = (
    figures: Record<string, number> = {},
    more: { nets?: string[]; parts?: Board['parts'] } = {},
  ): Board => ({
    parts: {
      M: 'supply/line',
      SW: 'switch/service',
      XF: 'transformer/control',
      BC: 'controller/building',
      V: ['valve/modulating', figures],
      ...more.parts,
    },
    nets: [
      'M.l SW.in',
      'SW.out XF.p1',
      'M.n XF.p2',
      'XF.h V.hot BC.hot',
      'XF.c V.com BC.com',
      'BC.ao1 V.sig',
      'V.fb BC.ai1',
      ...(more.nets ?? []),
    ],
  })

  it.each([
    [2, 0, 2],
    [6, 50, 6],
    [10, 100, 10],
    [12, 100, 10],
    [1, 0, 2],
  ])('at %s V stands at %s %% and answers %s V', (signal, percent, answer) => {
    const rig = new Rig(board())
    rig.set('BC.out1', signal).settle()
    expect(rig.says('V')).toBe(`${percent} %`)
    expect(rig.direct('V.fb', 'V.com')).toBeCloseTo(answer, 0)
    expect(Number(rig.state('BC.in1'))).toBeCloseTo(answer, 0)
  })

  it('reversed, goes the other way; no signal with power is its zero end', () => {
    const reversed = new Rig(board({ reversed: 1 }))
    reversed.set('BC.out1', 4).settle()
    expect(reversed.says('V')).toBe('75 %')
    const rig = new Rig(board())
    rig.set('BC.out1', 10).settle()
    rig.set('BC.out1', 0).settle()
    expect(rig.says('V')).toBe('0 %')
  })

  it('takes a full stroke of 90 s, and without power stays where it is whatever the signal', () => {
    const rig = new Rig(board())
    rig.set('BC.out1', 10).run(45)
    expect(rig.says('V')).toBe('50 % to 100 %')
    rig.set('SW.closed', false).settle()
    expect(rig.says('V')).toContain('50 %')
    expect(rig.says('V')).toContain('no power')
  })

  it('does not follow a signal whose return is not on its common', () => {
    const described = board()
    const rig = new Rig({
      ...described,
      nets: described.nets.map((net) => (net === 'XF.c V.com BC.com' ? 'XF.c V.com' : net)),
    })
    rig.set('BC.out1', 10).settle()
    expect(rig.says('V')).toBe('0 %')
  })
})

describe('two-port, 230 V', () => {
  const board = (kind: string, figures: Record<string, number> = {}): Board => ({
    practice: '230',
    parts: {
      M: 'supply/line',
      FS: 'switch/fused-spur',
      RS: 'thermostat/receiver-230',
      V: [kind, figures],
      B: 'boiler/switched-live',
    },
    nets: [
      'M.l FS.lin',
      'M.n FS.nin',
      'FS.lout RS.l RS.com V.feed B.l',
      'FS.nout RS.n V.n B.n',
      'RS.no V.call',
      'V.out B.sl',
      'M.e V.e B.e',
    ],
  })

  it('opens in 12 s, its switch then carries permanent live to the boiler; shut in 5 s', () => {
    const rig = new Rig(board('valve/two-port-5'))
    rig.told()
    rig.set('RS.calling', true).settle()
    expect(rig.told()).toEqual([
      '0 RS contact makes',
      '0 V motor runs',
      '11.04 V switch made',
      '11.04 B is called: burner on',
      '11.04 B pump output on',
      '12 V fully open, motor holds',
    ])
    rig.set('RS.calling', false).settle()
    expect(rig.told().at(-1)).toBe('5 V shut')
  })

  it('is live at its feed even when it is not calling', () => {
    const rig = new Rig(board('valve/two-port-5'))
    expect(rig.volts('V.feed', 'V.n')).toBeGreaterThan(225)
    expect(rig.volts('V.call', 'V.n')).toBeLessThan(5)
    rig.set('FS.closed', false).settle()
    expect(rig.volts('V.feed', 'M.n')).toBeLessThan(5)
  })

  it('six-core: the spare lead is live when shut where it joins the feed', () => {
    const rig = new Rig(board('valve/two-port-6', { restJoins: 2 }))
    expect(rig.volts('V.rest', 'V.n')).toBeGreaterThan(225)
    rig.set('RS.calling', true).settle()
    expect(rig.volts('V.rest', 'V.n')).toBeLessThan(30)
  })

  it('six-core: where it joins the out it is live only when another zone energises the joined outs', () => {
    const one = board('valve/two-port-6', { restJoins: 1 })
    const rig = new Rig({
      ...one,
      parts: { ...one.parts, RS2: 'thermostat/receiver-230', V2: 'valve/two-port-5' },
      nets: [...one.nets, 'FS.lout RS2.l RS2.com V2.feed', 'FS.nout RS2.n V2.n', 'RS2.no V2.call', 'V2.out B.sl'],
    })
    expect(rig.volts('V.rest', 'V.n')).toBeLessThan(30)
    rig.set('RS2.calling', true).settle()
    expect(rig.volts('V.rest', 'V.n')).toBeGreaterThan(225)
  })
})

describe('three-port diverter', () => {
  const board: Board = {
    practice: '230',
    parts: { M: 'supply/line', SW: 'switch/service', TT: 'thermostat/tank', V: 'valve/diverter' },
    nets: ['M.l SW.in', 'SW.out V.pl TT.com', 'M.n V.n', 'TT.no V.sw'],
  }

  it('rests on heating, turns a quarter turn to hot water while its switched feed is live, and back', () => {
    const rig = new Rig(board)
    expect(rig.says('V')).toBe('on heating')
    rig.set('TT.calling', true).settle()
    expect(rig.says('V')).toBe('on hot water')
    rig.set('TT.calling', false).settle()
    expect(rig.says('V')).toBe('on heating')
  })

  it('stays where it is without its permanent feed, and when its dial is left in manual', () => {
    const rig = new Rig(board)
    rig.set('TT.calling', true).settle()
    rig.set('SW.closed', false).settle()
    expect(rig.says('V')).toBe('on hot water')
    const manual = new Rig(board).set('V.dial', 'manual').set('TT.calling', true).settle()
    expect(manual.state('V.travel')).toBe(0)
  })

  it('fitted mirror-wise with its jumpers as delivered it heats when hot water is wanted', () => {
    const rig = new Rig({ ...board, parts: { ...board.parts, V: ['valve/diverter', { mirrored: 1 }] } })
    rig.set('TT.calling', true).settle()
    expect(rig.says('V')).toBe('on heating')
  })
})

describe('the body apart from the head', () => {
  const board = (figures: Record<string, number>, faults: string[] = []): Board => ({
    parts: {
      M: 'supply/line',
      XF: 'transformer/control',
      TS: 'thermostat/two-wire',
      V: ['valve/motor-4', figures],
    },
    nets: ['M.l XF.p1', 'M.n XF.p2', 'XF.h TS.r', 'TS.w V.m1', 'XF.c V.m2'],
    faults: { V: faults },
  })
  const opens = (figures: Record<string, number>, faults?: string[]) => {
    const rig = new Rig(board(figures, faults))
    rig.told()
    rig.set('TS.calling', true).settle()
    return [rig.told().find((line) => line.includes('fully open')), rig.state('V.travel')]
  }

  it('a stiff stem slows the head, a stiffer one holds it', () => {
    expect(opens({})).toEqual(['14 V fully open, motor holds', 1])
    expect(opens({ stiffness: 0.5 })).toEqual(['28 V fully open, motor holds', 1])
    expect(opens({ stiffness: 1 })).toEqual([undefined, 0])
  })

  it('a seized one does not move though its motor is fed, and one with dirt on its seat lets water by', () => {
    expect(opens({}, ['bodySeizedShut'])).toEqual([undefined, 0])
    const rig = new Rig(board({}, ['bodyPasses']))
    const part = rig.simulation.netlist.parts.get('V')!
    expect([rig.state('V.travel'), openingOf(part, rig.simulation.stateOf('V'))]).toEqual([0, 0.1])
  })

  it.each([
    [{}, [], 'firm, springs back', 'turns with two fingers'],
    [{ stiffness: 0.25 }, [], 'firm, springs back', 'turns with two fingers'],
    [{ stiffness: 0.26 }, [], 'firm, springs back', 'turns stiffly'],
    [{ stiffness: 0.99 }, [], 'firm, springs back', 'turns stiffly'],
    [{ stiffness: 1.2 }, [], 'firm, springs back', 'turns only with a tool: too stiff for the head'],
    [{}, ['bodySeizedShut'], 'rock-hard: a seized body', 'does not turn: the body has seized'],
    [{}, ['gearStripped'], 'slack: the gear has stripped', 'turns with two fingers'],
    [{}, ['gearStripped'], 'slack: parked open', 'turns with two fingers', { lever: 'parked' }],
    [{}, [], 'slack: parked open', 'turns with two fingers', { lever: 'parked' }],
    [{}, [], 'slack: the valve stands open', 'turns with two fingers', { travel: 1 }],
    [{}, ['bodySeizedShut'], 'rock-hard: a seized body', 'does not turn: the body has seized', { lever: 'parked' }],
  ])('a hand feels it: %j %j', (figures, faults, lever, stem, stands?: object) => {
    const rig = new Rig(board(figures, faults))
    const part = rig.simulation.netlist.parts.get('V')!
    const { kind, figures: f } = part
    const [state, wrong] = [{ ...rig.simulation.stateOf('V'), ...stands }, new Set(faults)]
    expect([kind.leverByHand!(f, state, wrong), kind.stemByHand!(f, state, wrong)]).toEqual([lever, stem])
  })
})

it.each(['valve/motor-4', 'valve/heat-3', 'valve/stored-charge', 'valve/two-port-5'])(
  'whether a parked lever of %s reaches the switch depends on its make',
  (kind) => {
    const made = (leverMakes: number) => {
      const rig = new Rig({ practice: '230', parts: { V: [kind, { leverMakes }] }, nets: [] })
      rig.set('V.lever', 'parked')
      const part = rig.simulation.netlist.parts.get('V')!
      const element = part.branches.get('endSwitch')?.element
      return element?.form === 'contact' && element.closed(rig.simulation.stateOf('V'))
    }
    expect([made(0), made(1)]).toEqual([false, true])
  },
)

describe('a signal of milliamps', () => {
  const board = (nets: string[]): Board => ({
    parts: {
      M: 'supply/line',
      XF: 'transformer/control',
      SET: ['controller/signal-setter', { current: 1 }],
      R: 'joint/load-resistor',
      V: 'valve/modulating',
    },
    nets: ['M.l XF.p1', 'M.n XF.p2', 'XF.h V.hot', 'XF.c V.com SET.minus R.b', 'SET.plus V.sig', ...nets],
  })

  it('12 mA through 500 ohm are 6 V: half open', () => {
    const rig = new Rig(board(['V.sig R.a']))
    rig.set('SET.out', 12).settle()
    expect(rig.direct('V.sig', 'V.com')).toBeCloseTo(6, 1)
    expect(rig.says('V')).toBe('50 %')
  })

  it('without its resistor the setter drives to its limit, and the valve runs to its far end', () => {
    const rig = new Rig(board([]))
    rig.set('SET.out', 8).settle()
    expect(rig.direct('V.sig', 'V.com')).toBeGreaterThan(20)
    expect(rig.says('V')).toBe('100 %')
  })
})
