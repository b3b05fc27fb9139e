import { describe, expect, it } from 'vitest'
import { type Board, Rig } from '../testing/rig.ts'

describe('zone-valve panel', () => {
  const board = (figures: Record<string, number> = {}): Board => ({
    parts: {
      M: 'supply/line',
      PN: ['panel/zone-valve-3', figures],
      B: 'boiler/dry-call',
      P: 'pump/circulator',
      HW: 'pump/circulator',
      TS1: 'thermostat/two-wire',
      TS2: 'thermostat/two-wire',
      TS3: 'thermostat/two-wire',
      V1: 'valve/motor-4',
      V2: 'valve/heat-3',
      V3: 'valve/stored-charge',
    },
    nets: [
      'M.l PN.l PN.ps1 PN.pxcom B.l',
      'M.n PN.n P.n HW.n B.n',
      'PN.ps2 P.l',
      'PN.pxno HW.l',
      'PN.x1 B.t1',
      'PN.x2 B.t2',
      'PN.r1 TS1.r',
      'PN.w1 TS1.w',
      'PN.r2 TS2.r',
      'PN.w2 TS2.w',
      'PN.r3 TS3.r',
      'PN.w3 TS3.w',
      'PN.v1p1 V1.m1',
      'PN.v1p2 V1.m2',
      'PN.v1p3 V1.e1',
      'PN.v1p4 V1.e2',
      'PN.v2p1 V2.t1',
      'PN.v2p2 V2.t2',
      'PN.v2p3 V2.t3',
      'PN.v3p1 V3.p',
      'PN.v3p2 V3.c',
      'PN.v3p3 V3.e1',
      'PN.v3p4 V3.e2',
    ],
  })

  it('lights call, then proven, then closes its dry contacts: a four-lead valve', () => {
    const rig = new Rig(board())
    rig.told()
    rig.set('TS1.calling', true).settle()
    expect(rig.told()).toEqual([
      '0 TS1 contact makes',
      '0 PN call lamp 1 on',
      '0 V1 motor runs',
      '12.88 V1 end switch made',
      '12.88 PN proven lamp 1 on',
      '12.88 P starts',
      '12.88 B is called: pump and burner on',
      '14 V1 fully open, motor holds',
    ])
  })

  it('is proven by a three-terminal heat motor that joins 2 to 3, and by a stored-charge valve on 3 and 4', () => {
    const rig = new Rig(board())
    rig.set('TS2.calling', true).settle()
    expect(rig.says('PN')).toBe('call 2, proven 2')
    rig.set('TS2.calling', false).settle()
    rig.set('TS3.calling', true).settle()
    expect(rig.says('PN')).toBe('call 3, proven 3')
    expect(rig.state('HW.running')).toBe(true)
  })

  it('with priority takes valve power from every other zone while the last one calls, and gives it back', () => {
    const rig = new Rig(board({ priority: 1 }))
    rig.set('TS1.calling', true).settle()
    rig.set('TS3.calling', true).settle()
    expect(rig.state('V1.travel')).toBe(0)
    expect(rig.says('PN')).toBe('call 1 3, proven 3')
    rig.set('TS3.calling', false).settle()
    expect(rig.state('V1.travel')).toBe(1)
  })

  it('a link across 3 and 4 reports proven as soon as there is a call, with the valve still shut', () => {
    const described = board()
    const rig = new Rig({ ...described, nets: [...described.nets, 'PN.v1p3 PN.v1p4'] })
    expect(rig.says('PN')).toBe('at rest')
    rig.set('TS1.calling', true).run(1)
    expect(rig.says('PN')).toBe('call 1, proven 1')
  })
})

describe('pump relay panel', () => {
  it('starts the pump of the zone that calls, and calls the boiler for any', () => {
    const rig = new Rig({
      parts: {
        M: 'supply/line',
        PP: 'panel/pump-relay-4',
        TS1: 'thermostat/two-wire',
        TS2: 'thermostat/two-wire',
        P1: 'pump/circulator',
        P2: 'pump/circulator',
        B: 'boiler/dry-call',
      },
      nets: [
        'M.l PP.l B.l',
        'M.n PP.n B.n',
        'PP.r1 TS1.r',
        'PP.w1 TS1.w',
        'PP.r2 TS2.r',
        'PP.w2 TS2.w',
        'PP.p1l P1.l',
        'PP.p1n P1.n',
        'PP.p2l P2.l',
        'PP.p2n P2.n',
        'PP.x1 B.t1',
        'PP.x2 B.t2',
      ],
    })
    rig.set('TS2.calling', true).settle()
    expect([rig.state('P1.running'), rig.state('P2.running'), rig.state('B.called')]).toEqual([false, true, true])
  })
})

describe('thermostats', () => {
  const loop = (kind: string, more: Partial<Board> = {}): Board => ({
    parts: { M: 'supply/line', XF: 'transformer/control', TS: kind, V: 'valve/motor-4', ...more.parts },
    nets: ['M.l XF.p1', 'M.n XF.p2', 'XF.h TS.r', 'TS.w V.m1', 'XF.c V.m2', ...(more.nets ?? [])],
    ...(more.zones ? { zones: more.zones } : {}),
  })

  it('power-stealing: its leak shows a little at the idle valve and holds up a light relay coil, not a motor', () => {
    const rig = new Rig(loop('thermostat/power-stealing'))
    expect(rig.volts('V.m1', 'V.m2')).toBeGreaterThan(0.2)
    expect(rig.state('V.driven')).toBe(false)
    const light = new Rig({
      parts: {
        M: 'supply/line',
        XF: 'transformer/control',
        TS: 'thermostat/power-stealing',
        K: ['relay/single', { va: 0.1 }],
      },
      nets: ['M.l XF.p1', 'M.n XF.p2', 'XF.h TS.r', 'TS.w K.a1', 'XF.c K.a2'],
    })
    expect(light.volts('K.a1', 'K.a2')).toBeGreaterThan(10)
  })

  it('powered: without its common it never calls', () => {
    const rig = new Rig(loop('thermostat/powered'))
    rig.set('TS.calling', true).settle()
    expect(rig.state('V.travel')).toBe(0)
    const whole = new Rig(loop('thermostat/powered', { nets: ['XF.c TS.c'] }))
    whole.set('TS.calling', true).settle()
    expect(whole.state('V.travel')).toBe(1)
  })

  it('satisfies as its room warms, and calls again as it cools', () => {
    const rig = new Rig({
      parts: {
        M: 'supply/line',
        XF: 'transformer/control',
        TS: 'thermostat/two-wire',
        V: 'valve/motor-4',
        B: 'boiler/dry-call',
      },
      nets: ['M.l XF.p1 B.l', 'M.n XF.p2 B.n', 'XF.h TS.r', 'TS.w V.m1', 'XF.c V.m2', 'B.t1 V.e1', 'B.t2 V.e2'],
      zones: [{ thermostat: 'TS', valve: 'V' }],
    })
    rig.set('TS.calling', true).run(3 * 3600)
    const contacts = rig.told().filter((line) => line.includes('TS contact'))
    expect(contacts.map((line) => line.replace(/^\S+ /, '')).slice(0, 3)).toEqual([
      'TS contact makes',
      'TS contact opens',
      'TS contact makes',
    ])
    expect(Number(rig.state('TS.warmth'))).toBeGreaterThan(20)
  })

  it('receiver: volt-free as supplied; a link from L to COM makes it switch line voltage', () => {
    const board = (nets: string[]): Board => ({
      practice: '230',
      parts: { M: 'supply/line', RS: 'thermostat/receiver-230', V: 'valve/two-port-5' },
      nets: ['M.l RS.l', 'M.n RS.n V.n', 'RS.no V.call', ...nets],
    })
    const free = new Rig(board([])).set('RS.calling', true).settle()
    expect(free.state('V.travel')).toBe(0)
    const linked = new Rig(board(['RS.l RS.com'])).set('RS.calling', true).settle()
    expect(linked.state('V.travel')).toBe(1)
  })
})

describe('programmer', () => {
  it('gives its outputs in their hours, through midnight, and not without power', () => {
    const rig = new Rig({
      practice: '230',
      parts: { M: 'supply/line', PR: 'clock/programmer-2' },
      nets: ['M.l PR.l', 'M.n PR.n'],
    })
    const live = (terminal: string) => rig.volts(`PR.${terminal}`, 'PR.n') > 200
    expect([live('htg'), live('hw')]).toEqual([true, true])
    rig.run(9.5 * 3600)
    expect([live('htg'), live('hw')]).toEqual([true, false])
    rig.run(2 * 3600)
    expect([live('htg'), live('hw')]).toEqual([false, false])
    rig.run(7 * 3600)
    expect([live('htg'), live('hw')]).toEqual([true, true])
    rig.set('PR.heating', 'off').settle()
    expect(live('htg')).toBe(false)
  })
})
