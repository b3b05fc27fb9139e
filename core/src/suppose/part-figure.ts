import { figuresOf, siteOf } from '../circuit/netlist.ts'
import type { Job, Part } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { Figures } from '../parts/kind.ts'
import { labelOf } from '../words/words.ts'
import { listed, missingPart, type SupposedKind } from './supposition.ts'

/** Does a figure choose between which of its terminals a part's elements lie? Its values are counted from nought. */
function joins(job: Job, { kind: name, figures }: Part, figure: string): boolean {
  const kind = kindOf({ kind: name })!
  const ends = (own: Figures) => JSON.stringify(kind.inside(own, siteOf(job)).map(({ name, a, b }) => [name, a, b]))
  const own = figuresOf(kind, figures)
  return kind.figures[figure]!.unit === '' && [0, 1, 2].some((value) => ends({ ...own, [figure]: value }) !== ends(own))
}

/** A part whose figure is not what its nameplate says: slower, hungrier, made at another place of its travel. */
export const partFigure: SupposedKind = {
  name: 'a figure is another',
  form: /^part:(?<part>[^/.]+)\/figure\.(?<figure>[a-z][A-Za-z0-9]*)$/,
  amount: { unit: '', usual: 1, from: -1e6, to: 1e6 },
  missing(job, { part, figure }) {
    const without = missingPart(job, part)
    if (without) return without
    const own = job.parts[part!]!
    const names = Object.keys(kindOf(own)?.figures ?? {})
    if (!names.includes(figure!)) return `${part} has no figure "${figure}"; ${listed(names)}.`
    return joins(job, own, figure!)
      ? `"${figure}" is how ${part} is joined inside, and nothing that comes and goes; set it on the part.`
      : undefined
  },
  unit: (_job, { part }) => part!,
  says(job, { part, figure }, value) {
    const known = kindOf(job.parts[part!]!)?.figures[figure!]
    return `${labelOf(job, part!)}: ${(known?.name ?? figure!).toLowerCase()} ${value} ${known?.unit ?? ''}`.trim()
  },
  alters: (_job, { part, figure }, value) => ({ figures: { [part!]: { [figure!]: value } } }),
  every: (job) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      if (!kind) return []
      const own = figuresOf(kind, part.figures)
      // A sixth off is what nameplates are off by; what is nought or a choice stays.
      return Object.entries(kind.figures).flatMap(([figure, { unit }]) =>
        unit === '' || own[figure] === 0 ? [] : [{ id: `part:${id}/figure.${figure}`, value: own[figure]! * 0.85 }],
      )
    }),
}
