import type { PartClass } from './kind.ts'

/** The order of the sequence: what is fed first, then who asks, what moves, what is told, and what answers. */
export const IN_SEQUENCE: readonly PartClass[] = [
  'supply',
  'switch',
  'protection',
  'transformer',
  'clock',
  'controller',
  'thermostat',
  'valve',
  'relay',
  'panel',
  'boiler',
  'safety',
  'burner',
  'pump',
  'joint',
]
