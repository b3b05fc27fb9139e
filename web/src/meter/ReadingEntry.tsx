import { type PanelReading, placeOf, pointInWords } from '@civil-lantern/core'
import { useId, useState } from 'react'
import { toast } from 'sonner'
import { useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { Button } from '../ui/controls.tsx'
import { useMode } from './mode.ts'
import { typedReading, unitOf } from './typed-reading.ts'

/**
 * What the wall showed, typed beside what is expected. Only this is a reading; what the program computes never goes into the
 * log.
 */
export function ReadingEntry({ expected }: { expected: PanelReading | undefined }) {
  const { session, job } = useSession()
  const { leads, turns, clamped } = useWorkspace()
  const mode = useMode()
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  const hint = useId()
  const points = mode === 'amps' ? clamped && [`wire:${clamped}.from`, `wire:${clamped}.to`] : [leads.a, leads.b]
  const ready = Array.isArray(points) && points.every((point) => point !== undefined)
  const keep = () => {
    if (!ready) return
    const typed = typedReading(mode, text)
    if (typeof typed === 'string') return setWrong(typed)
    const [from, to] = points.map((point) => ({
      point: point!,
      says: pointInWords(job, point!).slice(0, 200),
      place: placeOf(job, point!),
    }))
    session.enter(
      [
        {
          kind: 'reading',
          mode,
          from,
          to,
          ...(mode === 'amps' && turns > 1 ? { turns } : {}),
          value: mode === 'amps' && typed.value !== null ? typed.value / turns : typed.value,
          ...(typed.between ? { between: typed.between } : {}),
          shows: typed.shows,
        },
      ],
      `Reading ${typed.shows}`,
    )
    toast(`Kept: ${typed.shows}`)
    setText('')
    setWrong('')
  }
  return (
    <form
      className="grid gap-1.5"
      onSubmit={(event) => {
        event.preventDefault()
        keep()
      }}
    >
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-28 grow basis-28">
          <span className="block text-soft">I read, in {unitOf(mode)}</span>
          <input
            value={text}
            inputMode="decimal"
            disabled={!ready}
            aria-describedby={hint}
            aria-invalid={wrong !== ''}
            onChange={(event) => {
              setText(event.target.value)
              setWrong('')
            }}
            className="min-h-12 w-full rounded-control border border-soft bg-paper px-3 font-mono text-xl disabled:opacity-50"
          />
        </label>
        <Button onClick={() => setText('OL')} disabled={!ready}>
          OL
        </Button>
        <Button look="strong" type="submit" className="grow" disabled={!ready || text.trim() === ''}>
          Keep my reading
        </Button>
      </div>
      <p id={hint} role={wrong ? 'alert' : undefined} className={wrong ? 'font-semibold text-bad' : 'text-soft'}>
        {wrong ||
          (ready
            ? expected
              ? `Expected here: ${expected.shows} ${expected.shows === 'OL' ? '' : expected.unit}`.trim()
              : 'Type what your meter shows.'
            : 'Put the leads where yours are, then type what your meter shows.')}
      </p>
    </form>
  )
}
