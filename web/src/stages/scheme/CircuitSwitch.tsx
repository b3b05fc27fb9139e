import { ChevronDown } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { Shows } from '../../data/desk-state.ts'
import { useSession } from '../../data/open-job.tsx'

const circuits: readonly { value: Shows; says: string; means: string }[] = [
  { value: 'planned', says: 'planned', means: 'the wiring as it is meant' },
  { value: 'found', says: 'as found', means: 'the wall, by what was entered' },
  { value: 'tried', says: 'tried', means: 'with what you alone are trying' },
]

/** Which circuit is shown, in one word: the plan, the wall as it was found, or what is tried. */
export function CircuitSwitch() {
  const { session, shows } = useSession()
  const now = circuits.find(({ value }) => value === shows)!
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`Circuit shown: ${now.says}`}
        className="no-print flex min-h-11 shrink-0 items-center gap-1 rounded-control border border-line bg-card px-3 font-semibold hover:border-soft"
      >
        {now.says}
        <ChevronDown aria-hidden size={17} className="text-soft" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={6}
          className="z-50 max-w-[92vw] rounded-card border border-line bg-card p-1.5 shadow-lg"
        >
          <DropdownMenu.RadioGroup value={shows} onValueChange={(value) => session.show(value as Shows)}>
            {circuits.map(({ value, says, means }) => (
              <DropdownMenu.RadioItem
                key={value}
                value={value}
                textValue={says}
                className="min-h-12 cursor-pointer rounded-control px-3 py-1.5 leading-tight data-highlighted:bg-well data-[state=checked]:bg-ink data-[state=checked]:text-paper"
              >
                <span className="block font-semibold">{says}</span>
                <span className="block opacity-75">{means}</span>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
