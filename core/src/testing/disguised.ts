import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'

/** The same circuit with every wire, cable and splice renamed, in another order, some wires turned, some ways exchanged. */
export function disguised(job: Job, seed: readonly number[]): Job {
  const at = (i: number) => seed[i % seed.length]!
  const shuffled = <T>(list: T[]) =>
    list
      .map((one, i) => [at(i), i, one] as const)
      .sort((a, b) => a[0] - b[0] || a[1] - b[1])
      .map(([, , one]) => one)
  const joint = (id: string) => kindOf(job.parts[id]!)?.roles.connector !== undefined
  const names = new Map(
    Object.keys(job.parts).map((id, i) => [id, joint(id) ? `J${(at(i) % 900) + 100 + i * 1000}` : id]),
  )
  const cables = new Map(Object.keys(job.cables).map((id, i) => [id, `C${i}x${at(i) % 100}`]))
  const ways = (part: string) => {
    const terminals = Object.keys(kindOf(job.parts[part]!)?.terminals ?? {})
    const mixed = shuffled([...terminals])
    return new Map(terminals.map((one, i) => [one, mixed[i]!]))
  }
  const turns = new Map(
    Object.keys(job.parts)
      .filter(joint)
      .map((id) => [id, ways(id)]),
  )
  const end = ({ part, terminal }: { part: string; terminal: string }) => ({
    part: names.get(part)!,
    terminal: turns.get(part)?.get(terminal) ?? terminal,
  })
  return {
    ...job,
    parts: Object.fromEntries(
      shuffled(Object.entries(job.parts)).map(([id, part]) => [
        names.get(id)!,
        joint(id) ? { ...part, label: `Joint ${id}` } : part,
      ]),
    ),
    cables: Object.fromEntries(
      shuffled(Object.entries(job.cables)).map(([id, cable]) => [cables.get(id)!, { ...cable, label: `Cable ${id}` }]),
    ),
    wires: Object.fromEntries(
      shuffled(Object.entries(job.wires)).map(([, wire], i) => {
        const [from, to] = [end(wire.from), end(wire.to)]
        const turned = at(i) % 2 === 0
        return [
          `x${i}`,
          {
            ...wire,
            label: `n${i}`,
            ...(turned ? { from: to, to: from } : { from, to }),
            ...(wire.cable ? { cable: cables.get(wire.cable)! } : {}),
          },
        ]
      }),
    ),
  }
}
