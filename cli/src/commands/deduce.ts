import { deducedInWords, nodeInWords, plannedJob, roundFor, tracingOf, tracingOfJob } from '@civil-lantern/core'
import { fileAndOptions } from '../bench-job.ts'
import { print } from '../print.ts'
import { Refused } from '../refused.ts'

/** Where loose ends lead, and what to beep or read next; ends with 1 while an end is uncertain. */
export async function deduceCommand(args: string[]): Promise<number> {
  const { file, values } = await fileAndOptions(args)
  const { places } = file.document
  const written = (values.written ?? []).flatMap((name) => {
    if (name === 'all') return Object.keys(places)
    const [id] = Object.entries(places).find(([id, place]) => [id, place.name].includes(name)) ?? []
    if (id !== undefined) return [id]
    const names = Object.values(places).map((place) => place.name)
    throw new Refused(`There is no place ${name}. There are ${names.join(', ')}, or all.`)
  })
  if (file.entries.length > 0 && written.length > 0)
    throw new Refused('--written is for a file without entries: this one says itself which places are written down.')
  const asPlanned = file.entries.length === 0
  const tracing = asPlanned ? tracingOfJob(plannedJob(file.document), written) : tracingOf(file.document, file.entries)
  const { facts, ends, misfits, odd, missing, beep } = tracing
  const { job } = facts
  for (const one of ends) {
    const { end, is, with: mates, share } = one
    print({
      wire: end.wire,
      at: end.node,
      colour: end.colour,
      is,
      with: mates,
      share,
      says: deducedInWords(job, one),
    })
  }
  for (const { wire, node } of misfits) print({ fits: 'nothing', wire, at: node })
  for (const { wire, says } of odd) print({ odd: says, ...(wire ? { wire } : {}) })
  for (const one of missing) print({ missing: one.kind, count: one.count })
  if (beep) {
    const between = `${nodeInWords(job, beep.from)} to ${nodeInWords(job, beep.to)}`
    print({
      beep: [beep.from, beep.to],
      says: between,
      joined: beep.share,
      elseShows: beep.elseShows,
      through: beep.between,
    })
  }
  const round = roundFor(tracing)
  if (round) {
    const points = round.at.map(({ node }) => nodeInWords(job, node)).join(', ')
    const says = `${round.off?.says ?? 'Everything on'}, nobody calling, one lead on ${nodeInWords(job, round.to)}: read ${points}`
    print({ volts: round.at.map(({ node }) => node), to: round.to, off: round.off?.part ?? null, says })
  }
  const count = (how: string) => ends.filter(({ is }) => is === how).length
  print({ ends: ends.length, certain: count('certain'), deduced: count('deduced'), unknown: count('unknown') })
  return count('certain') < ends.length ? 1 : 0
}
