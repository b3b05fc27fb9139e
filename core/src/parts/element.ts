/**
 * What joins the terminals of a part inside it. The shape of the elements is fixed when a circuit is built; only their
 * values follow the part's state, so one sparse pattern serves every state of a job.
 * A method is used for the state-dependent values, so that a part may name its own state precisely.
 */
export type Element<S> = Contact<S> | Load<S> | Resistor | AcSource | DcSource<S> | Windings<S>

interface Between {
  /** Unique in the part; faults and readings name it. */
  readonly name: string
  readonly a: string
  readonly b: string
}

/** A pair that is made or open: thermostat contact, end switch, breaker, fuse, the inside of a splice. */
export interface Contact<S> extends Between {
  readonly form: 'contact'
  /** Ohms when made. */
  readonly ohms: number
  closed(s: S): boolean
  /** Opened or made by something; a joint or a terminal strap is not. */
  readonly operated: boolean
}

/** Resistance and inductance in series: motors, coils, heaters. */
export interface Load<S> extends Between {
  readonly form: 'load'
  readonly ohms: number
  readonly henries: number
  /** Does it draw in this state? Left out where it always does. */
  on?(s: S): boolean
  /** Behind a rectifier: on ohms it reads open, whatever it draws at line frequency. */
  readonly rectified?: true
}

export interface Resistor extends Between {
  readonly form: 'resistor'
  readonly ohms: number
}

/** Alternating voltage behind a resistance; volts RMS, a leads b. */
export interface AcSource extends Between {
  readonly form: 'source'
  readonly volts: number
  readonly ohms: number
}

/** Direct voltage behind a resistance; a over b, volts that may follow the state. */
export interface DcSource<S> extends Between {
  readonly form: 'dc'
  readonly ohms: number
  volts(s: S): number
}

/**
 * Two coupled windings, a-b and c-d: series resistances, self and mutual inductance.
 * Because it is the physical two-port, a fed secondary drives an unfed primary with no special case.
 */
export interface Windings<S> extends Between {
  readonly form: 'windings'
  readonly c: string
  readonly d: string
  readonly ohms: readonly [number, number]
  readonly henries: readonly [number, number]
  readonly mutual: number
  /** Open-circuit volts of winding c-d at rated primary volts. */
  readonly volts: number
  intact(s: S): readonly [boolean, boolean]
  /** What turns that have burnt together carry across the second winding, siemens. */
  shorted?(s: S): number
}

export const contact = <S>(name: string, a: string, b: string, closed: (s: S) => boolean, ohms = 0.01): Contact<S> => ({
  form: 'contact',
  name,
  a,
  b,
  closed,
  ohms,
  operated: true,
})

/** A permanent metal joint between two terminals of a part. */
export const strap = (name: string, a: string, b: string, ohms = 0.005): Contact<unknown> => ({
  form: 'contact',
  name,
  a,
  b,
  ohms,
  operated: false,
  closed: () => true,
})

export const resistor = (name: string, a: string, b: string, ohms: number): Resistor => ({
  form: 'resistor',
  name,
  a,
  b,
  ohms,
})

export const source = (name: string, a: string, b: string, volts: number, ohms: number): AcSource => ({
  form: 'source',
  name,
  a,
  b,
  volts,
  ohms,
})

export const direct = <S>(name: string, a: string, b: string, volts: (s: S) => number, ohms: number): DcSource<S> => ({
  form: 'dc',
  name,
  a,
  b,
  volts,
  ohms,
})

/**
 * A load from its nameplate: |Z| = V^2 / VA at the power factor, as a resistance and an inductance in series.
 * @param hertz the frequency the nameplate is for
 */
export function load<S>(
  name: string,
  a: string,
  b: string,
  plate: { volts: number; va: number; powerFactor: number; hertz: number },
  on?: (s: S) => boolean,
): Load<S> {
  const impedance = plate.volts ** 2 / plate.va
  const ohms = impedance * plate.powerFactor
  const henries = Math.sqrt(Math.max(0, impedance ** 2 - ohms ** 2)) / (2 * Math.PI * plate.hertz)
  return on ? { form: 'load', name, a, b, ohms, henries, on } : { form: 'load', name, a, b, ohms, henries }
}

/** A load that a rectifier feeds: electronics, a store. */
export const rectified = <S>(behind: Load<S>): Load<S> => ({ ...behind, rectified: true })

/**
 * A small control transformer from its nameplate.
 * Copper losses are split evenly between the windings; coupling is 0.998 and the magnetising current 30 % of rated.
 * @param plate primary and unloaded secondary volts, rated volts at rated VA, hertz
 */
export function windings<S>(
  name: string,
  [a, b]: readonly [string, string],
  [c, d]: readonly [string, string],
  plate: { primaryVolts: number; openVolts: number; ratedVolts: number; va: number; hertz: number },
  intact: (s: S) => readonly [boolean, boolean] = () => [true, true],
  shorted?: (s: S) => number,
): Windings<S> {
  const omega = 2 * Math.PI * plate.hertz
  const ratedAmps = plate.va / plate.ratedVolts
  const copper = (plate.openVolts - plate.ratedVolts) / ratedAmps
  const magnetising = plate.primaryVolts / ((0.3 * plate.va) / plate.primaryVolts) / omega
  const coupling = 0.998
  const mutual = (magnetising * plate.openVolts) / plate.primaryVolts
  const second = (mutual / coupling) ** 2 / magnetising
  const turns = plate.primaryVolts / plate.openVolts
  return {
    form: 'windings',
    name,
    a,
    b,
    c,
    d,
    ohms: [(copper / 2) * turns ** 2, copper / 2],
    henries: [magnetising, second],
    mutual,
    volts: plate.openVolts,
    intact,
    ...(shorted ? { shorted } : {}),
  }
}
