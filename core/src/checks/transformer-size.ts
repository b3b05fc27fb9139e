import { briefly } from '../load/briefly.ts'
import { isBorne } from '../load/contacts.ts'
import { whoCallsInWords } from '../load/full-calls.ts'
import { fuseFor } from '../load/fuse-size.ts'
import { fusesOf } from '../load/fuses.ts'
import { LIMITED } from '../load/limits.ts'
import { transformersOf } from '../load/transformers.ts'
import { ampsOver } from '../load/verdict.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

/** Times its rating that a transformer is let carry before that is said. */
const TOLERATED = 1.005

/** The most it carries; what it holds in the end, where it bears the start. */
const overloadIn = (moments: readonly { readonly at: number; readonly va: number }[], rated: number): number =>
  briefly(moments, rated) === undefined ? Math.max(...moments.map(({ va }) => va)) : moments.at(-1)!.va

export const transformerSize: Rule = {
  id: 'transformer-size',
  name: 'The transformer carries everything at once, and its fuse fits it',
  caution: 'Kill the line before a transformer or its fuse is changed.',
  check({ job, poles, alone, shorts }) {
    const { full } = alone()
    const { netlist } = full[0]!.bench
    const carried = full.flatMap(({ zones, start }) =>
      [...start.transformers].map(([part, moments]) => ({ part, zones, moments, va: moments.at(-1)!.va })),
    )
    // What a short draws is no matter of size.
    const sound = transformersOf(full[0]!.bench).filter(
      ({ part }) => !shorts().some(({ feed }) => feed.part.id === part),
    )
    return sound.flatMap(({ part, rated }): Found[] => {
      const its = carried.filter((one) => one.part === part)
      const { va, zones } = its.reduce((a, b) => (b.va > a.va ? b : a))
      const found: Found[] = []
      // What valves draw while they start counts too, where it lasts longer than a winding bears.
      const most = its
        .map((one) => ({ ...one, va: overloadIn(one.moments, rated * TOLERATED) }))
        .reduce((a, b) => (b.va > a.va ? b : a))
      if (most.va > rated * TOLERATED)
        found.push({
          severity: 'fails',
          at: [{ part }],
          says: `${labelOf(job, part)}: ${most.va.toFixed(most.va < rated + 1 ? 1 : 0)} VA when ${whoCallsInWords(job, most.zones)}${most.moments.at(-1)!.va > rated * TOLERATED ? '' : ' and their valves start'}, and rated for ${rated} VA.`,
          why: 'It works with few zones and fails with many: volts sag, valves stall, the winding runs hot.',
          remedy: 'A bigger transformer, or valves that draw less.',
        })
      if (rated > LIMITED && netlist.parts.get(part)?.kind.class === 'transformer')
        found.push({
          severity: 'tidy',
          at: [{ part }],
          says: `${labelOf(job, part)} is rated for ${rated} VA.`,
          why: `A limited-energy 24 V circuit stays at or under ${LIMITED} VA for each transformer.`,
          remedy: 'Two transformers, kept apart.',
        })
      for (const one of fusesOf(netlist, poles, part)) {
        const [most, amps] = [fuseFor(rated), one.figures.amps ?? 0]
        // While valves start it may carry more than it is rated for, as long as it lasts.
        const started = full
          .flatMap(({ bench, start, zones }) =>
            [...start.contacts.values()].map((carries) => ({ bench, zones, carries })),
          )
          .find(({ bench, carries }) => carries.part === one.id && carries.amps > amps && !isBorne(bench, carries))
        const tooSmall =
          va / 24 > amps
            ? `${(va / 24).toFixed(1)} A flow when ${whoCallsInWords(job, zones)}`
            : started && `carries ${ampsOver(started.carries)} when ${whoCallsInWords(job, started.zones)}`
        if (amps > most)
          found.push({
            severity: 'danger',
            at: [{ part: one.id }, { part }],
            says: `${labelOf(job, one.id)} is rated for ${amps} A; ${most} A protects ${rated} VA.`,
            why: 'A short burns the transformer before the fuse opens.',
            remedy: `Fit ${most} A: rated VA / 24, next standard size up.`,
          })
        else if (tooSmall)
          found.push({
            severity: 'fails',
            at: [{ part: one.id }, { part }],
            says: `${labelOf(job, one.id)} is rated for ${amps} A and ${tooSmall}.`,
            why: 'It blows when many zones call, and is then blamed on a short.',
            remedy: `Fit ${most} A.`,
          })
      }
      return found
    })
  },
  mend(draft, { at }) {
    const [fuse, transformer] = at.map(({ part }) => draft.parts[part!])
    const rated = transformer?.figures?.va ?? kindOf(transformer)?.figures.va?.value
    if (fuse && rated !== undefined) fuse.figures = { ...fuse.figures, amps: fuseFor(rated) }
  },
}
