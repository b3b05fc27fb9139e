import { figuresOf } from '../circuit/netlist.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import { listed, missingPart, type SupposedKind } from './supposition.ts'

/** A part whose figure is not what its nameplate says: slower, hungrier, made at another place of its travel. */
export const partFigure: SupposedKind = {
  name: 'a figure is another',
  form: /^part:(?<part>[^/.]+)\/figure\.(?<figure>[a-z][A-Za-z0-9]*)$/,
  amount: { unit: '', usual: 1, from: -1e6, to: 1e6 },
  missing(job, { part, figure }) {
    const without = missingPart(job, part)
    if (without) return without
    const names = Object.keys(kindOf(job.parts[part!]!)?.figures ?? {})
    return names.includes(figure!) ? undefined : `${part} has no figure "${figure}"; ${listed(names)}.`
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
