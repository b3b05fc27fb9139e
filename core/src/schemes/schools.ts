import type { Job } from '../job/schema.ts'

/** A question on which the trade has more than one school, with our default and why. */
export interface School {
  readonly asks: string
  readonly answers: Readonly<Record<string, string>>
  /** The default is the first answer. */
  readonly why: string
}

/** The schools that decide how a job is wired and read. */
export const schools = {
  order: {
    asks: 'Thermostat before or after the valve',
    answers: { thermostat: 'thermostat first', valve: 'valve first' },
    why: 'Both work. Thermostat first: all returns share one common, and any wire off a thermostat is at R or W.',
  },
  transformers: {
    asks: 'Transformers',
    answers: { one: 'one for all zones, budgeted', each: 'one for each zone, kept apart' },
    why: 'One is seen at a glance and budgeted; several must never touch.',
  },
  zonePump: {
    asks: 'A pump that serves one zone hangs',
    answers: { proven: 'on the proven line, with a relay', call: 'on the valve’s call line' },
    why: 'On the proven line it never runs against a shut valve; on the call line it pushes for some seconds.',
  },
  twoLeadOnPanel: {
    asks: 'A two-lead valve on a panel',
    answers: { link: 'link 3 to 4, and say so', switch: 'fit a valve with a switch' },
    why: 'A link works and is cheap, but the panel then reports proven as soon as there is a call.',
  },
  splices: {
    asks: 'Splices',
    answers: { lever: 'lever connectors', cap: 'new twist-on caps', push: 'push-in connectors' },
    why: 'A lever opens again without cutting and shows its conductor. Never a used cap.',
  },
  crowded: {
    asks: 'When terminals of a wiring centre run short',
    answers: { links: 'link terminals', bigger: 'fewer, bigger terminals' },
    why: 'Links keep few conductors under each screw, so a single one can be lifted to measure.',
  },
  landing: {
    asks: 'Conductors are landed',
    answers: {
      wiring: 'as the wiring asks',
      supply: 'supply, neutral and earth everywhere first',
      circuit: 'one complete circuit after another',
    },
    why: 'With a wiring centre supply, neutral and earth go everywhere first; low-voltage loops are closed one after another. Line voltage always comes before low.',
  },
  volts: {
    asks: 'Voltage is measured on',
    answers: { loz: 'low impedance', high: 'high impedance' },
    why: 'Low impedance tells ghost volts from real ones.',
  },
} as const satisfies Readonly<Record<string, School>>

export type SchoolName = keyof typeof schools

/** What this job answers: its own answer, or the default. */
export function schoolOf(job: Job, name: SchoolName): string {
  const { answers } = schools[name]
  const own = job.schools?.[name]
  return own !== undefined && own in answers ? own : Object.keys(answers)[0]!
}
