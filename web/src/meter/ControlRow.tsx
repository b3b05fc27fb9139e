import { type Control, figuresOf, type Job, kindOf } from '@civil-lantern/core'
import { useBench, useSession } from '../data/open-job.tsx'
import { Segments } from '../ui/controls.tsx'

/** A switch, a lever or a number of a part, moved by hand. */
export function ControlRow({ id, control, job }: { id: string; control: Control; job: Job }) {
  const { session } = useSession()
  const { snapshot } = useBench()
  const part = job.parts[id]!
  const now = snapshot?.states[id]?.state[control.state]
  if ('options' in control)
    return (
      <div className="flex items-center justify-between gap-3">
        <span>{control.name}</span>
        <Segments
          label={`${part.label}: ${control.name}`}
          value={String(now)}
          options={control.options.map(({ value, says }) => ({ value: String(value), says }))}
          onChange={(text) => {
            const option = control.options.find(({ value }) => String(value) === text)
            if (option)
              session.hand(
                id,
                control.state,
                option.value,
                `${part.label}: ${control.name.toLowerCase()} ${option.says}`,
              )
          }}
        />
      </div>
    )
  const { from, to, step, unit, per = 1 } = control.dial(figuresOf(kindOf(part)!, part.figures))
  const value = Math.min(to, Math.max(from, Number(now ?? from) / per))
  return (
    <label className="grid gap-1">
      <span className="flex items-baseline justify-between gap-3">
        <span>{control.name}</span>
        <span className="font-mono">
          {Number(value.toFixed(1))} {unit}
        </span>
      </span>
      <input
        type="range"
        aria-label={`${part.label}: ${control.name}`}
        min={from}
        max={to}
        step={step}
        value={value}
        onChange={(e) =>
          session.hand(id, control.state, Number(e.target.value) * per, `${part.label}: ${control.name.toLowerCase()}`)
        }
        className="h-11 w-full accent-[var(--ink)]"
      />
    </label>
  )
}
