import { clockWords } from '@civil-lantern/core'
import { History } from 'lucide-react'
import { Slider } from 'radix-ui'
import { useBench } from '../../data/open-job.tsx'

/** The clock of the bench: how long since it began, and a slider back to any moment; every view shows that moment. */
export function ClockBar() {
  const { snapshot, bench } = useBench()
  if (!snapshot || snapshot.until === 0) return null
  const { now, until } = snapshot
  const past = now < until
  return (
    <div
      className={`no-print flex min-w-64 grow items-center gap-3 rounded-control border px-3 ${past ? 'border-ink bg-well' : 'border-line bg-card'}`}
    >
      <History aria-hidden size={18} className="shrink-0 text-soft" />
      <span className="shrink-0 whitespace-nowrap font-mono text-[15px]" aria-live="off">
        {clockWords(now)} <span className="text-soft">of {clockWords(until)}</span>
      </span>
      <Slider.Root
        className="relative flex h-11 grow touch-none select-none items-center"
        min={0}
        max={until}
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
        className="min-h-11 shrink-0 rounded-control px-2 font-semibold underline-offset-4 hover:bg-well disabled:opacity-40"
      >
        Now
      </button>
    </div>
  )
}
