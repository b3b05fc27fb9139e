import { useModeInWords } from './modes.tsx'
import { useReading } from './use-reading.ts'

/**
 * The display of the meter, in one line: the mode, the word *expected* (it was computed, not read), the figure. It changes many
 * times a second while a valve travels, so it is read when it is asked for and not spoken by itself.
 */
export function Display({ className = '' }: { className?: string }) {
  const reading = useReading()
  const { name } = useModeInWords()
  const shown = typeof reading === 'object' ? reading : undefined
  return (
    <output
      aria-label="Meter display"
      aria-live="off"
      title={name}
      className={`flex min-w-0 items-baseline justify-end gap-2 overflow-hidden whitespace-nowrap bg-display px-3 font-mono text-digits ${className}`}
    >
      <span className="mr-auto truncate text-[15px] opacity-80">{shown?.beeps ? 'beeps' : 'expected'}</span>
      <span className="text-2xl tabular-nums" data-figure="">
        {shown ? shown.shows : '---'}
      </span>
      {shown && shown.shows !== 'OL' && <span className="text-lg">{shown.unit}</span>}
    </output>
  )
}
