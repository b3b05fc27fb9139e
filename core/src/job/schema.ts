import { type Static, Type } from 'typebox'

/**
 * The job document, version 2: what is surveyed, what is planned, and what the wall was taken to be at the first visit.
 * Collections are maps from id to value, so that a patch names a thing and never a position: two people's edits then
 * meet only where they touch the same thing. Units are metres, square millimetres, volts and seconds throughout; the
 * practice decides only how they are shown.
 */

export const FORMAT = 'civil-lantern/job'
export const VERSION = 2
/** The most heads a zone may have: what the two head terminals of one channel of a manifold's centre hold. */
export const MOST_HEADS = 4

const closed = { additionalProperties: false }
const Id = Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,47}$' })
const Line = Type.String({ maxLength: 120 })
const Text = Type.String({ maxLength: 4000 })
const Name = Type.String({ minLength: 1, maxLength: 80 })
const TerminalName = Type.String({ pattern: '^[a-z][a-z0-9]{0,15}$' })
const FigureName = Type.String({ pattern: '^[a-z][A-Za-z0-9]{0,31}$' })
const LayoutName = Type.String({ pattern: '^[a-z][a-z-]{0,31}$' })
const byId = <T extends Type.TSchema>(value: T) =>
  Type.Record(Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,47}$' }), value, { additionalProperties: false })

export const Practice = Type.Union([Type.Literal('120'), Type.Literal('230')])

export const Place = Type.Object({ name: Name, order: Type.Number() }, closed)

export const Zone = Type.Object(
  {
    number: Type.Integer({ minimum: 1, maximum: 99 }),
    name: Name,
    place: Id,
    /** Kinds as surveyed, or ids of the user's own kinds; what is wired is in `parts`. An empty valve kind: no valve. */
    thermostatKind: Type.String({ maxLength: 60 }),
    valveKind: Type.String({ maxLength: 60 }),
    valvePlace: Id,
    /** Length of the cable from the boiler room to the thermostat, metres. */
    run: Type.Number({ minimum: 0.1, maximum: 500 }),
    /** Intent: which parts are this zone's own. Written by the scheme, editable; wiring never implies it. */
    thermostat: Type.Optional(Id),
    valve: Type.Optional(Id),
    /** Further valves that open with it: the other wax heads of a room with several loops. */
    alsoValves: Type.Optional(Type.Array(Id, { minItems: 1, maxItems: MOST_HEADS - 1 })),
    relay: Type.Optional(Id),
    /** The pump that runs for this zone and not for all. */
    pump: Type.Optional(Id),
    note: Type.Optional(Text),
    /** Hot water instead of heating: the zone that may have priority. */
    hotWater: Type.Optional(Type.Boolean()),
    /** Does the valve's head come off dry, or does water follow it? Left out until somebody has looked. */
    head: Type.Optional(Type.Union([Type.Literal('dry'), Type.Literal('wet')])),
    /** A pump of its own, beside the system's. */
    ownPump: Type.Optional(Type.Boolean()),
    /** Which output of the controller asks this zone's valve, where one does. */
    output: Type.Optional(Type.Integer({ minimum: 1, maximum: 8 })),
    /** How many heads open for this zone, where it has several loops of a manifold; one where nothing is said. */
    heads: Type.Optional(Type.Integer({ minimum: 1, maximum: MOST_HEADS })),
    /** Which transformer feeds it where they share the zones; the first where nothing is said. */
    transformer: Type.Optional(Type.Integer({ minimum: 1, maximum: 12 })),
    /** The signal a modulating valve follows. */
    signal: Type.Optional(Type.Union([Type.Literal('2-10 V'), Type.Literal('0-10 V'), Type.Literal('4-20 mA')])),
  },
  closed,
)

export const Survey = Type.Object(
  {
    supply: Type.Object(
      {
        emergencySwitch: Type.Boolean(),
        fireCutOut: Type.Boolean(),
        serviceSwitch: Type.Boolean(),
      },
      closed,
    ),
    transformer: Type.Object(
      {
        va: Type.Number({ minimum: 5, maximum: 500 }),
        openVolts: Type.Number({ minimum: 5, maximum: 60 }),
        fuseAmps: Type.Number({ minimum: 0, maximum: 20 }),
      },
      closed,
    ),
    boiler: Type.Object(
      {
        /** Empty where there is none: heat comes from elsewhere. */
        kind: Type.String({ maxLength: 60 }),
        place: Id,
        /** Degrees Celsius under which the boiler keeps its stored water warm. */
        lowLimit: Type.Optional(Type.Number({ minimum: 0, maximum: 90 })),
        /** Seconds the boiler wants its pump to run on. */
        postRun: Type.Optional(Type.Number({ minimum: 0, maximum: 1800 })),
      },
      closed,
    ),
    /** The zone panel on the wall, by kind; left out where there is none. */
    panel: Type.Optional(Type.String({ maxLength: 60 })),
    /** A pump relay panel beside it. */
    pumpPanel: Type.Optional(Type.Boolean()),
    /** How the pipes meet a diverter: the port the flow comes in by, and the port of the tank. */
    diverter: Type.Optional(
      Type.Object(
        {
          inlet: Type.Union([Type.Literal('left'), Type.Literal('right'), Type.Literal('branch')]),
          tank: Type.Union([Type.Literal('left'), Type.Literal('right'), Type.Literal('branch')]),
        },
        closed,
      ),
    ),
    /** Does hot water have priority over heating? */
    priority: Type.Optional(Type.Boolean()),
    /** A clock between the supply and the thermostats. */
    programmer: Type.Optional(Type.Boolean()),
    /** Where the water is shut off and let out, in words. */
    water: Type.Optional(Type.Object({ isolating: Line, drain: Line }, closed)),
    complaints: Text,
  },
  closed,
)

export const Part = Type.Object(
  {
    kind: Type.String({ maxLength: 60 }),
    label: Name,
    place: Id,
    /** Where it was hung by hand on the wall view, in the wall's own units; left out where the wall arranges it. */
    at: Type.Optional(
      Type.Object(
        { x: Type.Number({ minimum: -20000, maximum: 20000 }), y: Type.Number({ minimum: -20000, maximum: 20000 }) },
        closed,
      ),
    ),
    /** Nameplate or measured figures that differ from the kind's typical ones. */
    figures: Type.Optional(Type.Record(FigureName, Type.Number(), closed)),
    /** What is printed at a terminal where it differs from the kind's usual marking. */
    markings: Type.Optional(Type.Record(TerminalName, Type.String({ maxLength: 12 }), closed)),
    leadColours: Type.Optional(Type.Record(TerminalName, Type.String({ maxLength: 24 }), closed)),
    /** How its terminals lie, by the name of one of its kind's layouts; as usual where nothing is said. */
    layout: Type.Optional(LayoutName),
    note: Type.Optional(Text),
  },
  closed,
)

export const Cable = Type.Object(
  {
    label: Name,
    from: Id,
    to: Id,
    /** Metres. */
    length: Type.Number({ minimum: 0.05, maximum: 500 }),
    /** Core id to insulation colour; a core with no wire on it is a spare. */
    cores: Type.Record(Type.String({ pattern: '^[a-z0-9-]{1,24}$' }), Type.String({ maxLength: 24 }), closed),
  },
  closed,
)

const End = Type.Object({ part: Id, terminal: TerminalName }, closed)

export const Wire = Type.Object(
  {
    from: End,
    to: End,
    colour: Type.String({ maxLength: 24 }),
    /** Conductor size, square millimetres of copper. */
    size: Type.Number({ minimum: 0.05, maximum: 50 }),
    /** Metres. */
    length: Type.Number({ minimum: 0.02, maximum: 500 }),
    cable: Type.Optional(Id),
    core: Type.Optional(Type.String({ maxLength: 24 })),
    label: Line,
    /** Sleeving over both ends that says what the core is, where its own colour says something else. */
    sleeve: Type.Optional(Type.String({ maxLength: 24 })),
  },
  closed,
)

/** A kind of part of the user's own: a kind of the catalogue with other figures, markings, lead colours or layout. */
export const OwnKind = Type.Object(
  {
    like: Type.String({ maxLength: 60 }),
    name: Name,
    figures: Type.Record(FigureName, Type.Number(), closed),
    markings: Type.Record(TerminalName, Type.String({ maxLength: 12 }), closed),
    leadColours: Type.Record(TerminalName, Type.String({ maxLength: 24 }), closed),
    layout: Type.Optional(LayoutName),
    note: Text,
  },
  closed,
)

/** What a pump is for: the zones it serves, those that keep it off while they heat, and whether it may start before proof. */
export const PumpIntent = Type.Object(
  {
    zones: Type.Array(Id, { maxItems: 99 }),
    unless: Type.Optional(Type.Array(Id, { maxItems: 99 })),
    early: Type.Optional(Type.Boolean()),
  },
  closed,
)

/** What the job is meant to do, where that differs from what the scheme and the zones say by themselves. */
const Intent = Type.Object(
  {
    pumps: byId(PumpIntent),
    /** The longest a pump may run against shut valves, seconds. */
    deadEnd: Type.Optional(Type.Number({ minimum: 0, maximum: 3600 })),
  },
  closed,
)

/** A finding that somebody has looked at and lets stand. */
const Accepted = Type.Object(
  { reason: Type.String({ minLength: 1, maxLength: 400 }), at: Type.String({ maxLength: 40 }) },
  closed,
)

/** Answers to the questions on which the trade has more than one school. */
const Schools = Type.Record(Type.String({ pattern: '^[a-zA-Z]{1,32}$' }), Type.String({ maxLength: 32 }), closed)

export const SchemeChoice = Type.Object({ id: Type.String({ maxLength: 60 }) }, closed)

/** What hangs on a wall and how it is joined. */
export const Circuit = Type.Object({ parts: byId(Part), cables: byId(Cable), wires: byId(Wire) }, closed)

/** What surrounds the circuit: the site, its zones, what was surveyed and what is meant. */
const around = {
  title: Name,
  task: Line,
  site: Type.Object({ address: Line, contact: Line, notes: Text }, closed),
  practice: Practice,
  places: byId(Place),
  zones: byId(Zone),
  survey: Survey,
  schools: Type.Optional(Schools),
  /** The user's own kinds this job uses, so that the document stands alone. */
  ownKinds: Type.Optional(byId(OwnKind)),
  scheme: Type.Union([SchemeChoice, Type.Null()]),
  intent: Type.Optional(Intent),
  accepted: Type.Optional(Type.Record(Type.String({ maxLength: 300 }), Accepted, closed)),
  /** What the scheme wrote when it last wired this job; what differs from it in `planned` is the user's own. */
  wired: Type.Union([Circuit, Type.Null()]),
}

export const Document = Type.Object(
  {
    version: Type.Literal(VERSION),
    ...around,
    /** What is to be, as the user edits it. */
    planned: Circuit,
    /**
     * What the wall was taken to be when the first visit opened: nothing on new work, the plan or the last as-left on a
     * service visit. Written once. Null until somebody has been there.
     */
    before: Type.Union([Circuit, Type.Null()]),
  },
  {
    ...closed,
    $id: 'https://civil-lantern.invalid/job-2.json',
    title: 'Civil Lantern job, version 2',
  },
)

const Around = Type.Object(around, closed)

export type Practice = Static<typeof Practice>
export type Place = Static<typeof Place>
export type Zone = Static<typeof Zone>
export type PumpIntent = Static<typeof PumpIntent>
export type OwnKind = Static<typeof OwnKind>
export type Survey = Static<typeof Survey>
export type Part = Static<typeof Part>
export type Cable = Static<typeof Cable>
export type Wire = Static<typeof Wire>
export type End = Static<typeof End>
export type Circuit = Static<typeof Circuit>
export type Document = Static<typeof Document>
/**
 * A job with one of its circuits: planned, as found, or another. Made by `circuitOf`; everything that computes reads it and
 * none of that asks which circuit it is.
 */
export type Job = Static<typeof Around> & Circuit
