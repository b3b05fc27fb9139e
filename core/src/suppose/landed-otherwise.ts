import type { End, Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { terminalInWords, wireInWords } from '../words/words.ts'
import { listed, missingPart, missingWire, type Pieces, type SupposedKind } from './supposition.ts'

const missingTerminal = (job: Job, part: string | undefined, terminal: string | undefined): string | undefined => {
  const without = missingPart(job, part)
  if (without) return without
  const names = Object.keys(kindOf(job.parts[part!]!)?.terminals ?? {})
  return names.includes(terminal!) ? undefined : `${part} has no terminal "${terminal}"; ${listed(names)}.`
}

const missingEither = (job: Job, { part, terminal, other, there }: Pieces): string | undefined =>
  missingTerminal(job, part, terminal) ?? missingTerminal(job, other, there)

const is = (end: End, part: string | undefined, terminal: string | undefined) =>
  end.part === part && end.terminal === terminal

/** What should be on one terminal is on another: all of it, or one wire of it. */
export const leadElsewhere: SupposedKind = {
  name: 'a lead is on another terminal',
  form: /^lead:(?<part>[^/.]+)\.(?<terminal>[a-z][a-z0-9]*)(?:=(?<wire>[^/.]+))?\/on:(?<other>[^/.]+)\.(?<there>[a-z][a-z0-9]*)$/,
  missing(job, pieces) {
    const { part, terminal, wire } = pieces
    const without = missingEither(job, pieces) ?? (wire === undefined ? undefined : missingWire(job, wire))
    if (without) return without
    const landed = Object.entries(job.wires).some(
      ([id, { from, to }]) => (wire ?? id) === id && (is(from, part, terminal) || is(to, part, terminal)),
    )
    if (landed) return undefined
    return wire === undefined
      ? `Nothing is landed on ${part}.${terminal}.`
      : `Wire "${wire}" is not landed on ${part}.${terminal}.`
  },
  unit: (_job, { part }) => part!,
  says(job, { part, terminal, wire, other, there }) {
    const [own, wrong] = [terminalInWords(job, part!, terminal!), terminalInWords(job, other!, there!)]
    return wire === undefined
      ? `what belongs on ${own} is on ${wrong}`
      : `${wireInWords(job, wire)} is on ${wrong} and belongs on ${own}`
  },
  reshapes(draft, { part, terminal, wire: only, other, there }) {
    for (const [id, wire] of Object.entries(draft.wires))
      for (const end of ['from', 'to'] as const)
        if ((only ?? id) === id && is(wire[end], part, terminal)) wire[end] = { part: other!, terminal: there! }
  },
  every: () => [],
}

/** What is on two terminals has changed places: zones crossed, a pair the wrong way round. */
export const exchanged: SupposedKind = {
  name: 'two leads are exchanged',
  form: /^lead:(?<part>[^/.]+)\.(?<terminal>[a-z][a-z0-9]*)\/exchanged:(?<other>[^/.]+)\.(?<there>[a-z][a-z0-9]*)$/,
  missing: missingEither,
  unit: (_job, { part }) => part!,
  says: (job, { part, terminal, other, there }) =>
    `${terminalInWords(job, part!, terminal!)} and ${terminalInWords(job, other!, there!)} are exchanged`,
  reshapes(draft, { part, terminal, other, there }) {
    for (const wire of Object.values(draft.wires))
      for (const end of ['from', 'to'] as const)
        if (is(wire[end], part, terminal)) wire[end] = { part: other!, terminal: there! }
        else if (is(wire[end], other, there)) wire[end] = { part: part!, terminal: terminal! }
  },
  every: () => [],
}

/** A link between two terminals: put there for a test, or left in. */
export const link: SupposedKind = {
  name: 'a link is fitted',
  form: /^link:(?<part>[^/.]+)\.(?<terminal>[a-z][a-z0-9]*)\+(?<other>[^/.]+)\.(?<there>[a-z][a-z0-9]*)\/fitted$/,
  missing: missingEither,
  unit: (_job, { part }) => part!,
  says: (job, { part, terminal, other, there }) =>
    `a link joins ${terminalInWords(job, part!, terminal!)} and ${terminalInWords(job, other!, there!)}`,
  reshapes(draft, { part, terminal, other, there }) {
    draft.wires[`link-${part}-${terminal}-${other}-${there}`] = {
      from: { part: part!, terminal: terminal! },
      to: { part: other!, terminal: there! },
      colour: 'grey',
      size: 0.75,
      length: 0.3,
      label: 'link',
    }
  },
  every: () => [],
}
