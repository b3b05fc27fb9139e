import { part, type Terminal } from './kind.ts'

/** A row of terminals that join nothing by themselves; links between them are wires of the job. */
const centre = (count: number, takes: number, about: string) => {
  const terminals: Record<string, Terminal> = {}
  for (let n = 1; n <= count; n++)
    terminals[`t${n}`] = { role: `terminal ${n}`, marking: String(n), circuit: 'line voltage', takes }
  return part({
    kind: `joint/wiring-centre-${count}`,
    name: `Wiring centre, ${count} terminals`,
    class: 'joint',
    about,
    terminals,
    figures: {},
    state: {},
    roles: { centre: true },
    inside: () => [],
    says: () => '',
    hazards: ['Line voltage: isolate, lock off, prove dead. Every earth joined; an earth core is never a live.'],
  })
}

export const wiringCentre12 = centre(
  12,
  4,
  'By custom 1 permanent live, 2 neutral, 3 earth, then the switched lives in the order of the chain. Links give more ways.',
)
export const wiringCentre6 = centre(6, 10, 'Few, big terminals: up to ten conductors under each.')
