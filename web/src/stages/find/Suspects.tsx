import { type Ask, type Findings, type Job, type Seen, type Shown, unitInWords } from '@civil-lantern/core'
import { Button, Card } from '../../ui/controls.tsx'
import { percent, roomInWords, severalInWords } from './in-words.ts'

const SHOWN = 8

/** What may be wrong, grouped by what would be replaced or remade, the likeliest first. */
export function Suspects({ units, several }: Pick<Findings, 'units' | 'several'>) {
  const shown = units.slice(0, SHOWN)
  const rest = units.slice(SHOWN).reduce((sum, { share }) => sum + share, 0)
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
            </details>
            <span aria-hidden className="block h-2 rounded-full bg-well">
              <span className="block h-2 rounded-full bg-soft" style={{ width: `${100 * share}%` }} />
            </span>
          </li>
        ))}
      </ul>
      {units.length > SHOWN && (
        <p className="px-4 pb-3 text-soft">
          and {units.length - SHOWN} more, {percent(rest)} together
        </p>
      )}
    </Card>
  )
}

/** What was asked and seen so far; each can be taken back. */
export function Trail({
  seen,
  asks,
  job,
  back,
}: {
  seen: readonly Seen[]
  asks: readonly Ask[]
  job: Job
  back: (entry: string) => void
}) {
  if (seen.length === 0) return null
  return (
    <Card title="What was seen">
      <ol className="px-4 pt-1 pb-2">
        {seen.map(({ entry, evidence }) => (
          <li key={entry} data-seen="" className="flex items-center justify-between gap-3 border-line border-t py-1">
            <span>
              {evidence.is === 'repair' ? (
                <>
                  Put right: <b>{unitInWords(job, evidence.unit)}</b>
                </>
              ) : evidence.is === 'room' ? (
                <>
                  <b>{job.zones[evidence.zone]?.name}</b> {roomInWords(job, evidence)}
                </>
              ) : (
                <>
                  {asks.find(({ id }) => id === evidence.ask)?.says} <b>{shownInWords(evidence.ask, evidence.shown)}</b>
                </>
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

const shownInWords = (ask: string, shown: Shown): string => {
  if (typeof shown === 'string') return shown
  if (shown === Number.POSITIVE_INFINITY) return 'OL'
  return `${shown} ${ask.startsWith('volts') ? 'V' : 'Ω'}`
}
