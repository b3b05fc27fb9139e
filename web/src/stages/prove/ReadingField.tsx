import type { Baseline, ExpectedReading } from '@civil-lantern/core'
import { keeps } from '@civil-lantern/core'
import { type Typed, unitOf } from '../../meter/typed-reading.ts'
import { boundsInWords } from './in-words.ts'

/** A reading to be typed, beside its bounds and what it was the last time. */
export function ReadingField({
  read,
  text,
  onText,
  made,
  last,
}: {
  read: ExpectedReading
  text: string
  onText: (text: string) => void
  made: Typed | string | undefined
  last: Baseline | undefined
}) {
  const off = typeof made === 'object' && !keeps(read, made.value)
  const says =
    typeof made === 'string' ? made : off ? `Outside ${boundsInWords(read)}.` : `expected ${boundsInWords(read)}`
  return (
    <label className="block">
      <span className="block">
        {read.says}
        {read.line && <span className="font-semibold text-bad"> line voltage</span>}
      </span>
      <span className="flex items-center gap-2">
        <input
          inputMode="decimal"
          value={text}
          onChange={(e) => onText(e.target.value)}
          aria-invalid={typeof made === 'string' || off}
          className="min-h-12 w-full rounded-control border border-soft bg-paper px-3 tabular-nums aria-invalid:border-bad"
        />
        <span className="w-5 shrink-0">{unitOf(read.mode)}</span>
      </span>
      <span className={typeof made === 'string' || off ? 'font-semibold text-bad' : 'text-soft'}>
        {says}
        {last && `; last time ${last.shows}`}
      </span>
    </label>
  )
}
