import { type Job, kindOf, type MeterMode, type PanelReading, placeOf, pointInWords } from '@civil-lantern/core'
import { useEffect } from 'react'
import { useBench, useSession } from '../data/open-job.tsx'
import { type LeadName, useWorkspace } from '../data/workspace.ts'
import { useMode } from './mode.ts'
import { PointPicker, WirePicker } from './PointPicker.tsx'
import { ReadingEntry } from './ReadingEntry.tsx'

const modes: readonly { mode: MeterMode; says: string; name: string }[] = [
  { mode: 'volts', says: 'V~', name: 'Volts, high impedance' },
  { mode: 'loz', says: 'Lo-Z', name: 'Volts, low impedance' },
  { mode: 'direct', says: 'V=', name: 'Volts, direct' },
  { mode: 'ohms', says: 'Ω', name: 'Ohms' },
  { mode: 'beep', says: 'Beep', name: 'Continuity' },
  { mode: 'amps', says: 'A~', name: 'Clamp, amps' },
]

/** The meter in the user's hand: two leads or a clamp, what the display shows, and what that proves. */
export function MeterPanel() {
  const { job } = useSession()
  const { leads, turns, setMode, setTurns } = useWorkspace()
  const mode = useMode()
  const reading = useReading()
  const shown = typeof reading === 'object' ? reading : undefined
  const name = modes.find((m) => m.mode === mode)!.name
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <div className="rounded-card bg-display px-4 pt-3 pb-2 text-digits" role="status" aria-label="Meter display">
        <div className="font-mono text-[15px] opacity-80">{name}</div>
        <div className="flex min-h-16 items-baseline justify-end gap-2 font-mono">
          <span className="mr-auto text-[15px] opacity-80">expected</span>
          <span className="whitespace-nowrap text-5xl tabular-nums">{shown ? shown.shows : '---'}</span>
          <span className="w-8 text-xl">{shown ? (shown.shows === 'OL' ? '' : shown.unit) : ''}</span>
        </div>
        {shown?.beeps && <div className="pb-1 text-right font-mono text-[15px]">beeps</div>}
      </div>
      <fieldset className="grid grid-cols-3 gap-1.5">
        <legend className="sr-only">Meter mode</legend>
        {modes.map((one) => (
          <button
            key={one.mode}
            type="button"
            title={one.name}
            aria-label={`${one.says} ${one.name.toLowerCase()}`}
            aria-pressed={one.mode === mode}
            onClick={() => setMode(one.mode)}
            className="min-h-11 rounded-control border border-line font-semibold text-[15px] aria-pressed:bg-ink aria-pressed:text-paper"
          >
            {one.says}
          </button>
        ))}
      </fieldset>
      {mode === 'amps' ? (
        <div className="grid gap-2">
          <WirePicker />
          <label className="flex items-center justify-between gap-3">
            Turns through the jaws
            <input
              type="number"
              min={1}
              max={20}
              value={turns}
              onChange={(e) => setTurns(Math.max(1, Math.min(20, Math.round(Number(e.target.value)) || 1)))}
              className="min-h-11 w-20 rounded-control border border-line bg-paper px-3 font-mono"
            />
          </label>
          {shown && turns > 1 && shown.value !== null && (
            <p className="font-mono text-[15px]">
              {shown.shows} {shown.unit} / {turns} = {(shown.value * 1000).toFixed(0)} mA
            </p>
          )}
        </div>
      ) : (
        <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
          <Lead name="a" />
          <Lead name="b" />
        </div>
      )}
      <p className={shown?.warning ? 'text-bad' : 'text-soft'} aria-live="polite">
        {typeof reading === 'string' ? reading : (shown?.warning ?? shown?.means ?? hint(mode))}
      </p>
      <ReadingEntry expected={shown} />
      <p className="border-line border-t pt-3 text-soft">{caution(job, mode, [leads.a, leads.b])}</p>
    </div>
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
    const kind = part && terminal ? kindOf(job.parts[part] ?? { kind: '' }) : undefined
    return kind?.terminals[terminal!]?.circuit === 'line voltage'
  })
  const lineAlone = job.practice === '230' && points.every((point) => point === undefined)
  if (onLine || (lineAlone && mode !== 'ohms' && mode !== 'beep'))
    return 'Live line-voltage test: licensed or competent people only. Where code and this screen differ, code wins.'
  if (mode === 'ohms' || mode === 'beep')
    return 'Ohms only on a dead, lifted part. Kill the supply and prove it dead first.'
  return 'Low-voltage work. Kill the supply before a wire is moved: a shorted secondary burns the transformer.'
}

function Lead({ name }: { name: LeadName }) {
  const { job } = useSession()
  const { leads, inHand, take } = useWorkspace()
  const point = leads[name]
  const held = inHand === name
  return (
    <div
      className={`flex items-center gap-1 rounded-control bg-well ${held ? 'outline-3 outline-ink outline-dashed' : ''}`}
    >
      <button
        type="button"
        aria-pressed={held}
        onClick={() => take(held ? undefined : name)}
        className="flex min-h-14 min-w-0 grow items-center gap-3 px-3 py-1.5 text-left"
      >
        <span
          aria-hidden
          className={`grid size-8 shrink-0 place-items-center rounded-full border-2 border-ink font-bold ${name === 'a' ? 'bg-ink text-paper' : 'border-dashed bg-card'}`}
        >
          {name.toUpperCase()}
        </span>
        <span className="min-w-0">
          <span className="line-clamp-2 font-semibold">
            <span className="sr-only">Lead {name.toUpperCase()}: </span>
            {held ? 'In hand: touch a terminal' : point ? pointInWords(job, point) : 'Not landed'}
          </span>
          {point && !held && <span className="block truncate text-soft">{placeOf(job, point)}</span>}
        </span>
      </button>
      <PointPicker lead={name} />
    </div>
  )
}

/** The display for the leads as they are: it comes with every look at the circuit. */
function useReading(): PanelReading | string | undefined {
  const { bench, snapshot } = useBench()
  const { leads, turns, clamped } = useWorkspace()
  const mode = useMode()
  const { a, b } = leads
  useEffect(() => {
    if (mode === 'amps') return clamped ? bench.watch({ meter: { mode, wire: clamped, turns } }) : undefined
    return a && b ? bench.watch({ meter: { mode, from: a, to: b } }) : undefined
  }, [bench, mode, turns, clamped, a, b])
  const reads = mode === 'amps' ? clamped !== undefined : a !== undefined && b !== undefined
  const reading = snapshot?.meter
  return reads && (typeof reading === 'string' || reading?.mode === mode) ? reading : undefined
}
