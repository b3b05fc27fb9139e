import { useState } from 'react'
import { useController } from '../data/controller.tsx'
import { Button } from '../ui/controls.tsx'

/**
 * The simulated controller behind a controller part: connected or not, its outputs to set or ramp, its inputs as it reads
 * them. Milliamps or volts follow the part's own setting.
 */
export function ControllerPanel({ figures }: { figures: Readonly<Record<string, number>> }) {
  const { on, now, refusal, connect } = useController()
  if (!on)
    return (
      <div className="grid gap-2 rounded-control border border-line p-3">
        <p>Outputs are set by hand here. A simulated controller can drive them and read the positions back.</p>
        <Button onClick={() => connect(true)}>Connect the controller</Button>
      </div>
    )
  return (
    <div className="grid gap-3 rounded-control border border-line p-3">
      <p role="status" className={now?.there === false || refusal ? 'font-semibold text-bad' : 'font-semibold'}>
        {refusal ??
          (now === undefined
            ? 'Calling the controller.'
            : now.there
              ? `Controller answers on port ${now.port}.`
              : `Nobody answers on port ${now.port}. The outputs stay as they are and can be set by hand above.`)}
      </p>
      {now?.there &&
        now.outputs.map((output, i) => (
          <Output
            // biome-ignore lint/suspicious/noArrayIndexKey: outputs are numbered
            key={i}
            number={i + 1}
            output={output}
            unit={(figures[`current${i + 1}`] ?? 0) > 0 ? 'mA' : 'V'}
          />
        ))}
      {now?.there && (
        <dl className="grid grid-cols-[1fr_auto] gap-y-1">
          {now.inputs.map((volts, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: inputs are numbered
            <div key={i} className="contents">
              <dt>Input {i + 1} reads</dt>
              <dd className="font-mono" data-input={i + 1}>
                {volts.toFixed(2)} V
              </dd>
            </div>
          ))}
        </dl>
      )}
      <Button look="quiet" onClick={() => connect(false)}>
        Disconnect
      </Button>
    </div>
  )
}

function Output({
  number,
  output,
  unit,
}: {
  number: number
  output: { value: number; unit: string; to?: number; left?: number }
  unit: 'V' | 'mA'
}) {
  const say = useController((c) => c.say)
  const [value, setValue] = useState('5')
  const [seconds, setSeconds] = useState('0')
  const box = 'min-h-11 w-full rounded-control border border-line bg-paper px-2 font-mono'
  const [to, over] = [Number(value.replace(',', '.')), Number(seconds.replace(',', '.'))]
  const most = unit === 'V' ? 10 : 20
  const wrong =
    value.trim() === '' || !(to >= 0 && to <= most)
      ? `0 to ${most} ${unit}.`
      : !(over >= 0 && over <= 3600)
        ? '0 to 3600 s.'
        : undefined
  return (
    <form
      className="grid gap-1"
      onSubmit={(e) => {
        e.preventDefault()
        if (!wrong) say({ output: number, value: to, unit, seconds: over })
      }}
    >
      <p className="flex justify-between gap-2">
        <span>Output {number}</span>
        <span className="font-mono">
          {output.value.toFixed(2)} {output.unit}
          {output.to !== undefined ? ` to ${output.to.toFixed(1)}` : ''}
        </span>
      </p>
      <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <label className="text-[15px] text-soft">
          {unit}
          <input
            aria-label={`Output ${number}, ${unit}`}
            inputMode="decimal"
            value={value}
            onChange={(e) => setValue(e.target.value)}
            className={`${box} text-ink`}
          />
        </label>
        <label className="text-[15px] text-soft">
          in s
          <input
            aria-label={`Output ${number}, ramp in seconds`}
            inputMode="decimal"
            value={seconds}
            onChange={(e) => setSeconds(e.target.value)}
            className={`${box} text-ink`}
          />
        </label>
        <Button type="submit" disabled={wrong !== undefined} aria-label={`Set output ${number}`}>
          Set
        </Button>
      </div>
      {wrong && (
        <p role="alert" className="text-bad">
          {wrong}
        </p>
      )}
    </form>
  )
}
