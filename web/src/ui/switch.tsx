import { Switch as Radix } from 'radix-ui'
import { useId } from 'react'

/** Something that is on or off at once, with its words beside it. */
export function Switch({ label, on, change }: { label: string; on: boolean; change: (on: boolean) => void }) {
  const id = useId()
  return (
    <div className="flex min-h-11 items-center gap-3">
      <Radix.Root
        id={id}
        checked={on}
        onCheckedChange={change}
        className="h-7 w-12 shrink-0 rounded-full border-2 border-ink bg-well p-0.5 data-[state=checked]:bg-ink"
      >
        <Radix.Thumb className="block size-5 rounded-full bg-ink transition-transform data-[state=checked]:translate-x-5 data-[state=checked]:bg-paper" />
      </Radix.Root>
      <label htmlFor={id}>{label}</label>
    </div>
  )
}
