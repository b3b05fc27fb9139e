/** A switch that a valve's travel moves, and what it says when it is made. More than one of them may hang on one valve. */
export interface EndSwitch {
  readonly element: string
  readonly proves: 'open' | 'shut'
}

/** States that every reader knows by the part they play: each names the state of the kind that plays it. */
export interface StateRoles {
  /** Whether the user asks for heat. */
  readonly calling?: string
  /** Whether a thermostat's contact is made. */
  readonly made?: string
  /** Seconds waited before it makes. */
  readonly waited?: string
  /** How warm room or tank is, degrees Celsius. */
  readonly warmth?: string
  /** How far a valve stands open by what moves it, 0 to 1. */
  readonly travel?: string
  /** Whether what moves a valve has too few volts to move it on, and enough to hold it. */
  readonly stalled?: string
  /** A valve's manual lever. */
  readonly lever?: string
  /** Whether a shut valve lets water by. */
  readonly passes?: string
  /** Where a signal asks a valve to stand, 0 to 1. */
  readonly target?: string
  /** Whether a part has the power it needs. */
  readonly powered?: string
  /** Whether a relay has pulled in. */
  readonly pulledIn?: string
  /** Whether a flame burns. */
  readonly flame?: string
  /** Whether a pump runs. */
  readonly running?: string
  /** Whether a boiler has been told to fire. */
  readonly told?: string
  /** Whether a boiler's high limit stands open, and the water it feels, degrees Celsius. */
  readonly limitOpen?: string
  readonly water?: string
  /** Whether it has shut itself off because no flame was seen in its time, until a hand resets it. */
  readonly lockedOut?: string
  /** Whether its board is sound: foreign voltage on its call pair destroys it for good. */
  readonly board?: string
  /** Whether a boiler fires without a call, to keep its stored water warm. */
  readonly keepsWarm?: string
  /** Seconds for which a boiler still runs its pump. */
  readonly runOn?: string
  /** Whether a switch or breaker is closed by hand. */
  readonly closed?: string
  /** Whether a fuse or breaker has gone. */
  readonly blown?: string
}

/** Elements, terminals, figures and states that play a part every reader knows, whatever the kind. */
export interface Roles extends StateRoles {
  /** The thermostat's contact that closes on a call. */
  readonly callContact?: string
  /** The figure to which a thermostat is set, and that at which a boiler's limit opens. */
  readonly setpoint?: string
  readonly limit?: string
  /** The figure under which it keeps its water warm without a call, Celsius; 0 for none. */
  readonly lowLimit?: string
  /** The load that moves a valve or a damper. */
  readonly actuator?: string
  /** Of a valve that is asked at one terminal and moves by the power of another: the load that always draws there. */
  readonly permanent?: string
  /** What its travel switches; a relay's contact proves what its coil was told. */
  readonly switches?: readonly EndSwitch[]
  /** The load by which a boiler notices the call, and the pair of terminals at which it is called. */
  readonly callSense?: string
  readonly callPair?: readonly [fed: string, back: string]
  /** Its call pair is fed with direct volts. */
  readonly directCall?: true
  /** It lives on what it leaks through its load: a low-impedance meter would starve or feed it. */
  readonly stealsPower?: true
  /** A load that is switched for the sake of a zone or all of them. */
  readonly work?: string
  /** The element its electronics live on, and the volts from which they show: a figure, or so many. */
  readonly livesOn?: readonly [element: string, from: string | number]
  /** The two terminals between which a part feeds a loop, the hot or live one first. */
  readonly feeds?: readonly [string, string]
  /** Volts between them when nothing is wrong: a figure of the part, or the line's own volts. */
  readonly feedVolts?: string
  /** A source inside it, by its two ends and the figure of its volts, that feeds a chain through it. */
  readonly feedsInside?: readonly [hot: string, back: string, volts: string]
  /** Pairs of terminals that give a control signal, the signal first. */
  readonly signals?: readonly (readonly [string, string])[]
  /** States by which it sets its signals, by the number of the output. */
  readonly outputs?: Readonly<Record<string, string>>
  /** States that hold what its inputs read, volts, by the number of the input. */
  readonly inputs?: Readonly<Record<string, string>>
  /** The element by which a valve listens to a control signal. */
  readonly listens?: string
  /** Contacts that deserve a strip of their own: a panel's dry boiler contact. */
  readonly lanes?: readonly string[]
  /** It turns flow from one outlet to another and never shuts. The two figures that must agree for it to turn the right way. */
  readonly diverts?: readonly [string, string]
  /** It turns milliamps of a signal into volts, between these terminals. */
  readonly signalLoad?: readonly [string, string]
  /** It only looks on: it breaks nothing by itself. */
  readonly looksOn?: true
  /** It is the last in a chain of safeties. */
  readonly lastOfChain?: true
  /** Heat opens it and no hand does: it isolates nothing for whoever works. */
  readonly byHeat?: true
  /** A row of terminals at which the conductors of one potential meet. */
  readonly centre?: true
  /** A connector: how it holds conductors, and how many. */
  readonly connector?: { readonly style: string; readonly ways: number }
  /** A panel: how many zones have terminals on it. */
  readonly zones?: number
  /** It screws on one loop of a manifold: a room may have several, and they land on the manifold's centre. */
  readonly onManifold?: true
  /** A manifold's centre: how many rooms have a channel on it. */
  readonly channels?: number
}

/** The switch by which a valve proves that it is open, or a relay what it was told. */
export const endSwitchOf = (roles: Roles | undefined): string | undefined =>
  roles?.switches?.find(({ proves }) => proves === 'open')?.element
