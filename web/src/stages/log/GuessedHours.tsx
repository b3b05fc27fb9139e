import {
  ACTIVITIES,
  type Activity,
  daysWithoutHours,
  type Entry,
  guessedHours,
  inHours,
  type Job,
} from '@civil-lantern/core'
import { format } from 'date-fns'
import { useMemo, useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { NumberField } from '../../ui/fields.tsx'
import { Sheet } from '../../ui/sheet.tsx'

/** Hours of the last day for which none were kept, guessed from its entries and mended by hand before they are kept. */
export function GuessedHours({ job, entries }: { job: Job; entries: readonly Entry[] }) {
  const { session } = useSession()
  const guess = useMemo(() => {
    for (const day of daysWithoutHours(entries)) {
      const hours = guessedHours(job, entries, day)
      if (hours.length > 0) return { day, hours }
    }
    return undefined
  }, [job, entries])
  const [mended, setMended] = useState<Readonly<Partial<Record<Activity, number>>>>()
  if (!guess) return null
  const { day, hours } = guess
  const named = format(new Date(`${day}T12:00`), 'd MMM')
  const total = Object.values(mended ?? {}).reduce((sum, minutes) => sum + minutes, 0)
  const keep = () => {
    const bodies = ACTIVITIES.flatMap((activity) => {
      const minutes = mended?.[activity] ?? 0
      return minutes > 0 ? [{ kind: 'hours', activity, minutes, day, note: 'guessed from the entries' }] : []
    })
    session.enter(bodies, `Hours of ${named}`, () => setMended(undefined))
  }
  return (
    <>
      <Button
        look="quiet"
        onClick={() => setMended(Object.fromEntries(hours.map((one) => [one.activity, one.minutes])))}
      >
        Guess the hours of {named}
      </Button>
      <Sheet
        title={`Hours of ${named}`}
        says="Guessed from the times between that day’s entries: mend what is not so, then keep it."
        open={mended !== undefined}
        onOpenChange={(open) => !open && setMended(undefined)}
      >
        <div className="grid gap-3">
          <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
            {ACTIVITIES.map((activity) => (
              <NumberField
                key={activity}
                label={activity.replace(/^./, (first) => first.toUpperCase())}
                value={mended?.[activity] ?? 0}
                min={0}
                max={1440}
                unit="min"
                digits={0}
                onCommit={(minutes) => setMended((all) => ({ ...all, [activity]: minutes }))}
              />
            ))}
          </div>
          <Button look="strong" disabled={total === 0} onClick={keep} className="justify-self-start">
            Keep {inHours(total)}
          </Button>
        </div>
      </Sheet>
    </>
  )
}
