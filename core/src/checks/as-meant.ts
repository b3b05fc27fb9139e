import type { End, Job } from '../job/schema.ts'
import { terminalInWords } from '../loops/words.ts'
import { schemeCalled, wiredBy } from '../schemes/index.ts'
import type { Spot } from './finding.ts'

/** One thing that is not as the scheme has it, and how it is put back. */
export interface Deviation {
  readonly says: string
  /** What it touches, as it is and as it was meant. */
  readonly at: readonly Spot[]
  putBack(draft: Job): void
}

/** The wiring the job's scheme makes of what it was wired from; undefined where it was wired by hand. */
export function asMeant(job: Job): Job | undefined {
  const scheme = job.scheme?.from && schemeCalled(job.scheme.id)
  return scheme && job.scheme?.from ? wiredBy({ ...job, ...job.scheme.from, scheme: null }, scheme) : undefined
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const ends = ({ from, to }: { from: End; to: End }): Spot[] => [from, to]

/** Where the wiring differs from its scheme in something that matters electrically. */
export function deviations(job: Job): Deviation[] {
  const meant = asMeant(job)
  if (!meant) return []
  const found: Deviation[] = []
  const put = (id: string) => (draft: Job) => {
    const was = meant.wires[id]!
    const now = draft.wires[id]
    const { broken, lifted, landed, label } = now ?? was
    draft.wires[id] = {
      ...was,
      label,
      ...(broken ? { broken } : {}),
      ...(lifted ? { lifted } : {}),
      ...(landed ? { landed } : {}),
    }
  }
  for (const [id, was] of Object.entries(meant.wires)) {
    const now = job.wires[id]
    const [from, to] = [was.from, was.to].map(({ part, terminal }) => terminalInWords(meant, part, terminal))
    if (!now)
      found.push({
        says: `Land wire ${was.label} again, from ${from} to ${to}`,
        at: [{ wire: id }, ...ends(was)],
        putBack: put(id),
      })
    else if (!same([was.from, was.to], [now.from, now.to]) && !same([was.from, was.to], [now.to, now.from]))
      found.push({
        says: `Move wire ${now.label} back, from ${from} to ${to}`,
        at: [{ wire: id }, ...ends(was), ...ends(now)],
        putBack: put(id),
      })
    else if (!same([was.colour, was.cable, was.core, was.sleeve], [now.colour, now.cable, now.core, now.sleeve]))
      found.push({
        says: `Run wire ${now.label} as ${was.colour}${was.cable ? ` in ${meant.cables[was.cable]?.label}` : ', by itself'}`,
        at: [{ wire: id }, ...ends(now), ...(now.cable ? [{ cable: now.cable }] : [])],
        putBack: put(id),
      })
  }
  for (const [id, now] of Object.entries(job.wires))
    if (!meant.wires[id])
      found.push({
        says: `Take wire ${now.label} off`,
        at: [{ wire: id }, ...ends(now)],
        putBack: (draft) => void delete draft.wires[id],
      })
  for (const [id, was] of Object.entries(meant.parts)) {
    const now = job.parts[id]
    if (!now)
      found.push({
        says: `Hang ${was.label} again`,
        at: [{ part: id }],
        putBack: (draft) => void (draft.parts[id] = was),
      })
    else if (now.kind !== was.kind || !same(now.figures ?? {}, was.figures ?? {}))
      found.push({
        says: `Set ${now.label} up as the scheme has it`,
        at: [{ part: id }],
        putBack(draft) {
          const part = draft.parts[id]!
          part.kind = was.kind
          if (was.figures) part.figures = was.figures
          else delete part.figures
        },
      })
  }
  for (const [id, was] of Object.entries(meant.cables))
    if (!same(job.cables[id]?.cores, was.cores))
      found.push({
        says: `Write the cores of ${was.label} down again`,
        at: [{ cable: id }],
        putBack: (draft) => void (draft.cables[id] = was),
      })
  return found
}
