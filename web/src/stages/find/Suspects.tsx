import type { Ask, Compared, Evidence, Findings, Job, Reason, Seen, Why } from '@civil-lantern/core'
import { format } from 'date-fns'
import { Button, Card } from '../../ui/controls.tsx'
import { evidenceInWords, percent, restInWords, severalInWords, timesInWords } from './in-words.ts'

const SHOWN = 8

/** What may be wrong, grouped by what would be replaced or remade, the likeliest first. */
export function Suspects({
  found: { units, several },
  job,
  asks,
  evidence,
  why,
}: {
  found: Pick<Findings, 'units' | 'several'>
  job: Job
  asks: readonly Ask[]
  evidence: readonly Evidence[]
  why: Why | undefined
}) {
  const shown = units.slice(0, SHOWN)
  return (
    <Card title="What it may be">
      {several && <p className="px-4 pt-2 font-semibold">{severalInWords(several)}</p>}
      <ul className="px-4 pt-1 pb-3">
        {shown.map(({ unit, says, share, members }) => (
          <li key={unit} className="border-line border-t py-1.5">
            <details>
              <summary className="flex min-h-9 items-center justify-between gap-3">
                <span className="min-w-0 truncate font-semibold">{says}</span>
                <span className="shrink-0 font-mono">{percent(share)}</span>
              </summary>
              <ul className="pl-4 text-soft">
                {members.slice(0, 6).map((one) => (
                  <li key={one.says}>
                    {one.says}: {percent(one.share)}
                  </li>
                ))}
              </ul>
              <Reasons reasons={why?.reasons.get(unit) ?? []} job={job} asks={asks} evidence={evidence} />
            </details>
            <span aria-hidden className="block h-2 rounded-full bg-well">
              <span className="block h-2 rounded-full bg-soft" style={{ width: `${100 * share}%` }} />
            </span>
          </li>
        ))}
      </ul>
      {units.length > SHOWN && <p className="px-4 pb-3 text-soft">{restInWords(units, SHOWN)}</p>}
    </Card>
  )
}

/** What speaks for a unit and against it, the loudest first. */
function Reasons({
  reasons,
  job,
  asks,
  evidence,
}: {
  reasons: readonly Reason[]
  job: Job
  asks: readonly Ask[]
  evidence: readonly Evidence[]
}) {
  const told = (title: string, some: readonly Reason[]) =>
    some.length > 0 && (
      <div>
        <h3 className="font-semibold">{title}</h3>
        <ul className="pl-4">
          {some.slice(0, 4).map(({ of, times }) => {
            const { about, shown } = evidenceInWords(job, asks, evidence[of]!)
            return (
              <li key={of}>
                {about} <b>{shown}</b>: <span className="text-soft">{timesInWords(times)}</span>
              </li>
            )
          })}
        </ul>
      </div>
    )
  return (
    <div className="grid gap-1 pb-2 pl-4">
      {told(
        'Speaks for it',
        reasons.filter(({ times }) => times > 1),
      )}
      {told(
        'Speaks against it',
        reasons.filter(({ times }) => times < 1),
      )}
    </div>
  )
}

/** What was asked and seen so far; each can be taken back. */
export function Trail({
  seen,
  asks,
  job,
  left,
  compared,
  clockOf,
  back,
}: {
  seen: readonly Seen[]
  asks: readonly Ask[]
  job: Job
  /** How many were left before each piece of evidence, the complaint's own included, and after the last. */
  left: readonly number[] | undefined
  /** The minutes so far, and those of the order everybody learns. */
  compared: Compared | undefined
  /** When an entry was written down. */
  clockOf: (entry: string) => string | undefined
  back: (entry: string) => void
}) {
  if (seen.length === 0) return null
  return (
    <Card
      title="What was seen"
      {...(compared && compared.minutes > 0 ? { aside: `some ${compared.minutes.toFixed(0)} min` } : {})}
    >
      {compared && compared.fixed > compared.minutes + 1 && (
        <p className="px-4 pt-2 text-soft">
          The order everybody learns comes to the same readings after {compared.fixed.toFixed(0)} min.
        </p>
      )}
      <ol className="px-4 pt-1 pb-2">
        {seen.map(({ entry, evidence }, n) => (
          <li key={entry} data-seen="" className="flex items-center justify-between gap-3 border-line border-t py-1">
            <span>
              <span className="mr-1.5 text-soft tabular-nums">{hourOf(clockOf(entry))}</span>
              {evidenceInWords(job, asks, evidence).about} <b>{evidenceInWords(job, asks, evidence).shown}</b>
              {left && (
                <span className="block text-soft">
                  {left[n + left.length - seen.length - 1]} suspects left, {left[n + left.length - seen.length]} after
                  it
                </span>
              )}
            </span>
            <Button look="quiet" className="shrink-0 px-2!" onClick={() => back(entry)}>
              Take back
            </Button>
          </li>
        ))}
      </ol>
    </Card>
  )
}

/** The hour and minute of an instant, on the clock of this device. */
const hourOf = (instant: string | undefined): string =>
  instant === undefined ? '' : format(new Date(instant), 'HH:mm')
