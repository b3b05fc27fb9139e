import { combinationBoiler } from './boiler-combination.ts'
import { dryCallBoiler } from './boiler-dry-call.ts'
import { gasBoiler } from './boiler-gas.ts'
import { switchedLiveBoiler, voltFreeBoiler } from './boiler-line.ts'
import { oilBoiler } from './boiler-oil.ts'
import { valveSupplyBoiler, valveSupplyNoPlug } from './boiler-valve-supply.ts'
import { breaker } from './breaker.ts'
import { burner } from './burner.ts'
import { damper, gasValve, rollOut, spillSwitch } from './burner-chain.ts'
import { circulator } from './circulator.ts'
import { controlTransformer } from './control-transformer.ts'
import { buildingController } from './controller.ts'
import { diverter } from './diverter.ts'
import { flameEye } from './flame-eye.ts'
import { fuse } from './fuse.ts'
import { fusedSpur } from './fused-spur.ts'
import { heatMachine } from './heat-machine.ts'
import { heatMotor2, heatMotor3 } from './heat-motor.ts'
import type { PartKind } from './kind.ts'
import { emergencySwitch, fireCutOut, serviceSwitch } from './line-switches.ts'
import { loadResistor } from './load-resistor.ts'
import { manifoldCentres } from './manifold-centre.ts'
import { midPosition } from './mid-position.ts'
import { modulating } from './modulating.ts'
import { motorValve2 } from './motor-valve-2.ts'
import { motorValve4 } from './motor-valve-4.ts'
import { zonePanel3, zonePanel4, zonePanel5, zonePanel6 } from './panel.ts'
import { powerBothWays } from './power-both-ways.ts'
import { programmer } from './programmer.ts'
import { pumpPanel } from './pump-panel.ts'
import { relay, relay230 } from './relay.ts'
import { signalSetter } from './signal-setter.ts'
import { cap2, cap4, lever2, lever3, lever5, push2, push3, push5, push8, sealed3 } from './splices.ts'
import { storedCharge } from './stored-charge.ts'
import { lineSupply } from './supply-line.ts'
import {
  mechanicalThermostat,
  poweredThermostat,
  powerStealing,
  receiver,
  tankThermostat,
  twoWireThermostat,
} from './thermostats.ts'
import { twoFeedThermostat } from './two-feeds.ts'
import { twoPort5, twoPort6 } from './two-port-230.ts'
import { unknownEnd } from './unknown-end.ts'
import { waxHead24, waxHead230 } from './wax-head.ts'
import { wiringCentre6, wiringCentre12 } from './wiring-centre.ts'

/** Every kind of part that can hang on the wall. A new kind is a new file and one line here. */
export const kinds: readonly PartKind[] = [
  lineSupply,
  breaker,
  emergencySwitch,
  fireCutOut,
  serviceSwitch,
  fusedSpur,
  controlTransformer,
  fuse,
  twoWireThermostat,
  poweredThermostat,
  powerStealing,
  receiver,
  mechanicalThermostat,
  tankThermostat,
  twoFeedThermostat,
  programmer,
  motorValve4,
  motorValve2,
  heatMotor2,
  heatMotor3,
  waxHead24,
  waxHead230,
  storedCharge,
  powerBothWays,
  modulating,
  twoPort5,
  twoPort6,
  diverter,
  midPosition,
  relay,
  relay230,
  zonePanel3,
  zonePanel4,
  zonePanel5,
  zonePanel6,
  pumpPanel,
  ...manifoldCentres,
  dryCallBoiler,
  valveSupplyBoiler,
  valveSupplyNoPlug,
  oilBoiler,
  gasBoiler,
  switchedLiveBoiler,
  voltFreeBoiler,
  combinationBoiler,
  heatMachine,
  circulator,
  burner,
  flameEye,
  damper,
  spillSwitch,
  rollOut,
  gasValve,
  lever2,
  lever3,
  lever5,
  push2,
  push3,
  push5,
  push8,
  sealed3,
  cap2,
  cap4,
  wiringCentre12,
  wiringCentre6,
  buildingController,
  signalSetter,
  loadResistor,
  unknownEnd,
]

/** The kinds by name. A catalogue is passed to whoever builds a circuit, so that a job may bring kinds of its own. */
export type Catalogue = ReadonlyMap<string, PartKind>

export const catalogue: Catalogue = new Map(kinds.map((kind) => [kind.kind, kind]))

/** The kind of an installed part; undefined where there is none, or none the catalogue holds. */
export const kindOf = (part: { readonly kind: string } | undefined): PartKind | undefined =>
  part && catalogue.get(part.kind)

/** The kind that stands for an end nobody has followed yet. */
export const UNKNOWN_END = unknownEnd.kind

/** The terminals of a part in the order in which they lie on it; none where its kind is not known. */
export function terminalsInOrder(part: { readonly kind: string; readonly layout?: string | undefined }): string[] {
  const kind = kindOf(part)
  const order = kind?.layouts?.find(({ name }) => name === part.layout)?.order
  return [...(order ?? Object.keys(kind?.terminals ?? {}))]
}
