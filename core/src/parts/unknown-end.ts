import { part } from './kind.ts'

/** Where a conductor goes that nobody has followed yet: a node of its own. */
export const unknownEnd = part({
  kind: 'joint/unknown-end',
  name: 'An end nobody has followed yet',
  class: 'joint',
  about: 'Stands for the far end of a conductor until somebody finds it. Treat it as live.',
  terminals: { end: { role: 'far end', marking: '?', circuit: 'low voltage', takes: 1 } },
  figures: {},
  state: {},
  inside: () => [],
  says: () => '',
  hazards: ['Nobody knows what it is on: treat it as live.'],
})
