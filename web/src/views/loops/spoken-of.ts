import { type Job, type Verdict, zonesInOrder } from '@civil-lantern/core'

/** Parts, wires and single elements (`part.element`) that the verdict calls wrong. */
export function wrongIn({ sentence, more }: Verdict): ReadonlySet<string> {
  const wrong = new Set<string>()
  for (const piece of [sentence, ...more].flat())
    if (piece.wrong) {
      if (piece.wire) wrong.add(piece.wire)
      if (piece.part) wrong.add(piece.element ? `${piece.part}.${piece.element}` : piece.part)
      for (const part of piece.counts ?? []) wrong.add(part)
    }
  return wrong
}

/** Zones the verdict's first sentence speaks of: by their name, or by a part that is theirs alone. */
export function spokenOf({ sentence, zones }: Verdict, job: Job): ReadonlySet<string> {
  const text = sentence.map((piece) => piece.text).join('')
  const parts = new Set(sentence.flatMap(({ part, counts }) => counts ?? part ?? []))
  const spoken = zonesInOrder(job).filter(
    ({ id, name, valve, thermostat }) =>
      text.includes(name) ||
      (valve !== undefined && parts.has(valve)) ||
      (thermostat !== undefined && parts.has(thermostat)) ||
      zones.find(({ zone }) => zone === id)?.trouble === sentence,
  )
  return new Set(spoken.map(({ id }) => id))
}
