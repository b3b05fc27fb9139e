import { alterationsOf, type Job, roomFor, studyLoad } from '@civil-lantern/core'
import { onTheBench } from '../bench-job.ts'
import { print } from '../print.ts'

/** A job whose parts have these figures on their nameplates. */
function platesChanged(job: Job, figures: Readonly<Record<string, Readonly<Record<string, number>>>>): Job {
  const parts = { ...job.parts }
  for (const [id, own] of Object.entries(figures))
    parts[id] = { ...parts[id]!, figures: { ...parts[id]!.figures, ...own } }
  return { ...job, parts }
}

/** Runs long work to its end. */
function finished<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
  }
}

/** What each transformer carries at worst, when, and what mends it; ends with 1 where it is too much. */
export async function loadCommand(args: string[]): Promise<number> {
  const { as, job: asWired, supposed } = await onTheBench(args)
  // Another figure is another nameplate, which what mends it reckons with too; the rest is wrong with the plant as it hangs.
  const isFigure = ({ id }: { id: string }) => /\/figure\.[^/]+$/.test(id)
  const job = platesChanged(asWired, alterationsOf(asWired, supposed.filter(isFigure)).figures)
  const study = finished(
    studyLoad(
      job,
      supposed.filter((one) => !isFigure(one)),
    ),
  )
  const room = finished(roomFor(job))
  print({
    as,
    tone: study.tone,
    says: study.says,
    why: study.why,
    transformers: study.sources.map(({ part, rated, peak, zones, atOnce, together, devices, primary }) => {
      const when = atOnce.find(({ va }) => va === peak)
      const least = devices.toSorted((a, b) => a.volts - b.volts)[0]
      return {
        part,
        label: job.parts[part]?.label,
        rated,
        worst: {
          va: peak,
          plain: when?.plain,
          at: when?.at,
          volts: when?.volts,
          zones,
        },
        together: together.map(({ zones, va }) => ({ zones, va })),
        least: least && { part: least.part, zone: least.zone, volts: least.volts, needs: least.needs },
        devices,
        primary,
      }
    }),
    contacts: study.contacts,
    line: study.line,
    lets: study.hot,
    cases: study.cases,
    mends: study.mends.map(({ name, note, leads, mends }) => ({ name, note, leads, mends })),
    room,
  })
  return study.tone === 'wrong' ? 1 : 0
}
