import type { MeterMode } from '@civil-lantern/core'
import { useWorkspace } from '../data/workspace.ts'
import { useMode } from './mode.ts'

export const modes: readonly { mode: MeterMode; says: string; name: string }[] = [
  { mode: 'volts', says: 'V~', name: 'Volts, high impedance' },
  { mode: 'loz', says: 'Lo-Z', name: 'Volts, low impedance' },
  { mode: 'direct', says: 'V=', name: 'Volts, direct' },
  { mode: 'ohms', says: 'Ω', name: 'Ohms' },
  { mode: 'beep', says: 'Beep', name: 'Continuity' },
  { mode: 'amps', says: 'A~', name: 'Clamp, amps' },
]

/** The mode the meter is set to. */
export const useModeInWords = () => {
  const mode = useMode()
  return modes.find((one) => one.mode === mode)!
}

/** The dial of the meter. */
export function ModeButtons({ className = '' }: { className?: string }) {
  const setMode = useWorkspace((w) => w.setMode)
  const mode = useMode()
  return (
    <fieldset className={`grid grid-cols-3 gap-1.5 ${className}`}>
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
  )
}
