import { part, type Terminal } from './kind.ts'

const terminals: Record<string, Terminal> = {}
for (let n = 1; n <= 12; n++)
  terminals[`t${n}`] = { role: `terminal ${n}`, marking: String(n), circuit: 'line voltage', takes: 4 }

/** A row of terminals that join nothing by themselves; links between them are wires of the job. */
export const wiringCentre = part({
  kind: 'joint/wiring-centre-12',
  name: 'Wiring centre, 12 terminals',
  class: 'joint',
  about:
    'By custom 1 permanent live, 2 neutral, 3 earth, then the switched lives in the order of the chain. Links give more ways.',
  terminals,
  figures: {},
  state: {},
  inside: () => [],
  says: () => '',
  hazards: ['Line voltage: isolate, lock off, prove dead. Every earth joined; an earth core is never a live.'],
})
