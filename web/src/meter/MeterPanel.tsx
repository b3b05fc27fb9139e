import { type Job, kindOf, type MeterMode } from '@civil-lantern/core'
import { useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { NumberField } from '../ui/fields.tsx'
import { Display } from './Display.tsx'
import { LeadRow } from './LeadRow.tsx'
import { useMode } from './mode.ts'
import { ModeButtons, useModeInWords } from './modes.tsx'
import { WirePicker } from './PointPicker.tsx'
import { ReadingEntry } from './ReadingEntry.tsx'
import { ReadingsBefore } from './ReadingsBefore.tsx'
import { useReading } from './use-reading.ts'

/**
 * The meter opened: its dial, both leads or the clamp, what the display shows and what that proves, what was read.
 * `row` lies open on the bench, whose line has the display; `column` is a sheet on a phone, and has it itself.
 */
export function MeterPanel({ look }: { look: 'row' | 'column' }) {
  const { job } = useSession()
  const { leads } = useWorkspace()
  const mode = useMode()
  const { name } = useModeInWords()
  const reading = useReading()
  const shown = typeof reading === 'object' ? reading : undefined
  return (
    <div
      className={`grid grid-cols-[minmax(0,1fr)] gap-3 ${look === 'row' ? 'lg:grid-cols-[minmax(0,4fr)_minmax(0,4fr)_minmax(0,4fr)]' : ''}`}
    >
      {look === 'column' && <Display className="min-h-18 items-center! rounded-card" />}
      <div className="grid content-start gap-2">
        <ModeButtons />
        <p className="font-mono text-[15px] text-soft">{name}</p>
        <p className={shown?.warning ? 'text-bad' : 'text-soft'} aria-live="polite">
          {typeof reading === 'string' ? reading : (shown?.warning ?? shown?.means ?? hint(mode))}
        </p>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-2">
        {mode === 'amps' ? (
          <Clamp />
        ) : (
          <>
            <LeadRow name="a" />
            <LeadRow name="b" />
          </>
        )}
        <p className="text-soft">{caution(job, mode, [leads.a, leads.b])}</p>
      </div>
      <div className="grid content-start gap-2">
        <ReadingEntry expected={shown} />
        <ReadingsBefore most={look === 'row' ? 2 : 5} />
      </div>
    </div>
  )
}

function Clamp() {
  const { turns, setTurns } = useWorkspace()
  const reading = useReading()
  const shown = typeof reading === 'object' ? reading : undefined
  return (
    <>
      <WirePicker />
      <NumberField
        label="Through the jaws"
        unit="turns"
        min={1}
        max={20}
        digits={0}
        value={turns}
        onCommit={(typed) => setTurns(Math.round(typed))}
      />
      {shown && turns > 1 && shown.value !== null && (
        <p className="font-mono text-[15px]">
          {shown.shows} {shown.unit} / {turns} = {(shown.value * 1000).toFixed(0)} mA
        </p>
      )}
    </>
  )
}

const hint = (mode: MeterMode) =>
  mode === 'amps'
    ? 'Choose the wire the clamp goes round.'
    : 'Take a lead in hand, then touch a terminal in the loops, or choose it from the list.'

/** The caution that belongs to this very test. */
function caution(job: Job, mode: MeterMode, points: readonly (string | undefined)[]): string {
  const onLine = points.some((point) => {
    const [part, terminal] = point?.split('.') ?? []
    const kind = part && terminal ? kindOf(job.parts[part]) : undefined
    return kind?.terminals[terminal!]?.circuit === 'line voltage'
  })
  const lineAlone = job.practice === '230' && points.every((point) => point === undefined)
  if (onLine || (lineAlone && mode !== 'ohms' && mode !== 'beep'))
    return 'Live line-voltage test: licensed or competent people only. Where code and this screen differ, code wins.'
  if (mode === 'ohms' || mode === 'beep')
    return 'Ohms only on a dead, lifted part. Kill the supply and prove it dead first.'
  return 'Low-voltage work. Kill the supply before a wire is moved: a shorted secondary burns the transformer.'
}
