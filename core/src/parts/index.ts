import { dryCallBoiler } from './boiler-dry-call.ts'
import { breaker } from './breaker.ts'
import { controlTransformer } from './control-transformer.ts'
import { fuse } from './fuse.ts'
import type { PartKind } from './kind.ts'
import { burner, circulator } from './line-loads.ts'
import { emergencySwitch, fireCutOut, serviceSwitch } from './line-switches.ts'
import { motorValve2 } from './motor-valve-2.ts'
import { motorValve4 } from './motor-valve-4.ts'
import { relay } from './relay.ts'
import { cap4, lever2, lever3, lever5 } from './splices.ts'
import { lineSupply } from './supply-line.ts'
import { poweredThermostat, twoWireThermostat } from './thermostats.ts'

/** Every kind of part that can hang on the wall. A new kind is a new file and one line here. */
export const kinds: readonly PartKind[] = [
  lineSupply,
  breaker,
  emergencySwitch,
  fireCutOut,
  serviceSwitch,
  controlTransformer,
  fuse,
  twoWireThermostat,
  poweredThermostat,
  motorValve4,
  motorValve2,
  relay,
  dryCallBoiler,
  circulator,
  burner,
  lever2,
  lever3,
  lever5,
  cap4,
]

/** The kinds by name. A catalogue is passed to whoever builds a circuit, so that a job may bring kinds of its own. */
export type Catalogue = ReadonlyMap<string, PartKind>

export const catalogue: Catalogue = new Map(kinds.map((kind) => [kind.kind, kind]))

/** The kind of an installed part, where the catalogue holds it. */
export const kindOf = (part: { kind: string }): PartKind | undefined => catalogue.get(part.kind)
