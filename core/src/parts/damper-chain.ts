import { contact, type Element, strap } from './element.ts'

/**
 * What a gas control has beside its call: a pump output, the plug of a vent damper, and the burner chain at 24 V. The call,
 * behind the high limit, starts the pump and turns the damper; only the proven damper lets the chain B1-B2 have its feed.
 */
export const chainTerminals = {
  l: { role: 'live', marking: 'L1', circuit: 'line voltage', takes: 1 },
  n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
  e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 3 },
  c1: { role: 'circulator live', marking: 'C1', circuit: 'line voltage', takes: 1 },
  c2: { role: 'circulator neutral', marking: 'C2', circuit: 'line voltage', takes: 1 },
  d1: { role: 'damper feed', marking: 'D1', circuit: 'low voltage', takes: 1 },
  d2: { role: 'damper common', marking: 'D2', circuit: 'low voltage', takes: 1 },
  d3: { role: 'damper proof', marking: 'D3', circuit: 'low voltage', takes: 1 },
  b1: { role: 'burner chain out', marking: 'B1', circuit: 'low voltage', takes: 1 },
  b2: { role: 'burner chain return', marking: 'B2', circuit: 'low voltage', takes: 1 },
} as const

/** The same without a plug: the damper hangs elsewhere. */
const { d1: _d1, d2: _d2, d3: _d3, ...withoutPlug } = chainTerminals
export const plainChainTerminals = withoutPlug

export const chainFigures = {
  va: { name: 'Transformer inside', unit: 'VA', value: 40 },
  ratedVolts: { name: 'Volts at rated load', unit: 'V', value: 24 },
  openVolts: { name: 'Volts unloaded', unit: 'V', value: 27 },
}

/**
 * @param hot the control's 24 V behind its high limit
 * @param common the other end of the 24 V
 */
export const chainInside = <S>(
  hot: string,
  common: string,
  { pumps, fires }: { pumps: (s: S) => boolean; fires: (s: S) => boolean },
): Element<S>[] => [
  contact<S>('pumpRelay', 'l', 'c1', pumps, 0.02),
  strap('pumpNeutral', 'n', 'c2'),
  contact<S>('damperRelay', hot, 'd1', fires, 0.02),
  strap('damperCommon', common, 'd2'),
  strap('chain', 'd3', 'b1'),
  strap('chainReturn', common, 'b2'),
]

/** The chain of a control without a plug: the call itself has come through the damper's proof. */
export const plainChainInside = <S>(
  hot: string,
  common: string,
  { pumps, fires }: { pumps: (s: S) => boolean; fires: (s: S) => boolean },
): Element<S>[] => [
  contact<S>('pumpRelay', 'l', 'c1', pumps, 0.02),
  strap('pumpNeutral', 'n', 'c2'),
  contact<S>('damperRelay', hot, 'b1', fires, 0.02),
  strap('chainReturn', common, 'b2'),
]

export const pumpRelayWelded = {
  name: 'pumpRelayWelded',
  says: 'Pump contact welded',
  repair: 'Control',
  short: ['pumpRelay'],
}

export const pumpRelayOpen = {
  name: 'pumpRelayOpen',
  says: 'Pump contact does not make',
  repair: 'Control',
  open: ['pumpRelay'],
}
