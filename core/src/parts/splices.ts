import { type Element, strap } from './element.ts'
import { part, type Terminal } from './kind.ts'

/** Every way of a splice meets in the middle; a loose one is a fault of its own way. */
const splice = (style: 'lever' | 'cap' | 'push' | 'sealed', ways: number, name: string, about: string) => {
  const names = Array.from({ length: ways }, (_, i) => `w${i + 1}`)
  const terminals: Record<string, Terminal> = {}
  for (const [i, way] of names.entries())
    terminals[way] = { role: 'way', marking: String(i + 1), circuit: 'low voltage', takes: 1 }
  return part({
    kind: `joint/${style}-${ways}`,
    name,
    class: 'joint',
    about,
    terminals,
    figures: style === 'cap' ? { used: { name: 'Used before (1 yes, 0 no)', unit: '', value: 0 } } : {},
    state: {},
    roles: { connector: { style, ways } },
    inside: (): Element<unknown>[] => names.map((way) => strap(way, way, 'middle')),
    faults: names.map((way, i) => ({
      name: `loose${i + 1}`,
      says: `Way ${i + 1} loose`,
      repair: 'Remake the splice with a new connector',
      open: [way],
    })),
    says: () => '',
  })
}

export const lever2 = splice('lever', 2, 'Lever connector, 2 ways', 'Two conductors under levers.')
export const lever3 = splice('lever', 3, 'Lever connector, 3 ways', 'Three conductors under levers.')
export const lever5 = splice('lever', 5, 'Lever connector, 5 ways', 'Five conductors under levers.')
export const push2 = splice(
  'push',
  2,
  'Push-in connector, 2 ways',
  'Two solid conductors pushed in; not to be used again.',
)
export const push3 = splice('push', 3, 'Push-in connector, 3 ways', 'Three solid conductors pushed in.')
export const push5 = splice('push', 5, 'Push-in connector, 5 ways', 'Five solid conductors pushed in.')
export const push8 = splice('push', 8, 'Push-in connector, 8 ways', 'Eight solid conductors pushed in.')
export const sealed3 = splice('sealed', 3, 'Sealed connector, 3 ways', 'Filled with gel: for wet places and outdoors.')
export const cap2 = splice('cap', 2, 'Twist-on cap, 2', 'Two conductors twisted together under a new cap.')
export const cap4 = splice('cap', 4, 'Twist-on cap, up to 4', 'Up to four conductors twisted together under a new cap.')
