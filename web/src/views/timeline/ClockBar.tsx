import { clockWords } from '@civil-lantern/core'
import { Slider } from 'radix-ui'
import { useBench } from '../../data/open-job.tsx'

/** The clock of the bench: how long since it began, and a slider back to any moment; every view shows that moment. */
export function ClockBar() {
  const { snapshot, bench } = useBench()
  if (!snapshot) return null
  const { now, until } = snapshot
  const past = now < until
  return (
    <div
      className={`no-print flex min-w-0 grow items-center gap-2 rounded-control px-2 ${past ? 'bg-well' : ''}`}
      title={until === 0 ? 'No time has passed yet' : `${clockWords(now)} of ${clockWords(until)}`}
    >
      <span className="shrink-0 whitespace-nowrap font-mono" aria-live="off">
        {clockWords(now)}
      </span>
      <Slider.Root
        className="relative flex h-11 grow touch-none select-none items-center"
        min={0}
        max={Math.max(until, 0.05)}
        disabled={until === 0}
        step={Math.max(0.05, until / 400)}
        value={[now]}
        onValueChange={([moment]) => void bench.look(moment)}
      >
        <Slider.Track className="relative h-1.5 grow rounded-full bg-line">
          <Slider.Range className="absolute h-full rounded-full bg-soft" />
        </Slider.Track>
        <Slider.Thumb
          aria-label="Moment shown, seconds since the clock began"
          aria-valuetext={clockWords(now)}
          className="block size-6 rounded-full border-2 border-ink bg-card"
        />
      </Slider.Root>
      <button
        type="button"
        disabled={!past}
        onClick={() => void bench.look(undefined)}
        className="min-h-11 shrink-0 rounded-control px-1.5 font-semibold underline-offset-4 hover:bg-well disabled:opacity-40"
      >
        Now
      </button>
    </div>
  )
}
