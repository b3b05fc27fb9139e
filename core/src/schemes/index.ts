import { makeEdit } from '../job/edit.ts'
import type { Job } from '../job/schema.ts'
import { lineRelayEach } from './line-relay-each.ts'
import { lineSwitchedLive } from './line-switched-live.ts'
import { lineSwitchesAlone } from './line-switches-alone.ts'
import { panelBothPumps } from './panel-both-pumps.ts'
import { panelPumpsApart } from './panel-pumps-apart.ts'
import { panelSystemPump } from './panel-system-pump.ts'
import type { Scheme } from './scheme.ts'
import { standInRelay } from './stand-in-relay.ts'
import { thermostatFirst } from './thermostat-first.ts'
import { thermostatFirstCommon } from './thermostat-first-common.ts'
import { transformerEach } from './transformer-each.ts'
import { valveFirst } from './valve-first.ts'
import { valveSupply } from './valve-supply.ts'

/** Every way of wiring, in the order they are offered. A new one is a new file and one line here. */
export const schemes: readonly Scheme[] = [
  thermostatFirst,
  thermostatFirstCommon,
  valveFirst,
  standInRelay,
  transformerEach,
  valveSupply,
  panelSystemPump,
  panelBothPumps,
  panelPumpsApart,
  lineSwitchedLive,
  lineRelayEach,
  lineSwitchesAlone,
]

/** The edit that wires a job by a scheme, in place of whatever was wired before. */
export const wireBy = (job: Job, scheme: Scheme, editId: string) => {
  const { parts, cables, wires, zones } = scheme.wire(job)
  return makeEdit(job, `Wire it: ${scheme.name.toLowerCase()}`, editId, (draft) => {
    Object.assign(draft, { parts, cables, wires, zones, scheme: { id: scheme.id } })
  })
}
