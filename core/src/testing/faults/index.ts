import { controls } from './controls.ts'
import { plant } from './plant.ts'
import type { FaultRow } from './row.ts'
import { supply } from './supply.ts'
import { valves } from './valves.ts'
import { wires } from './wires.ts'

/** All of them, by their numbers. A new fault is one row in the file of what it befalls. */
export const faultRows: readonly FaultRow[] = [...valves, ...wires, ...controls, ...supply, ...plant].sort(
  (a, b) => a.f - b.f,
)
