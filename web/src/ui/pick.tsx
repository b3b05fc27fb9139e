import { Check, ChevronDown } from 'lucide-react'
import { Select } from 'radix-ui'
import type { ReactNode } from 'react'

/** The primitive takes no empty value; a choice of nothing goes by this name inside it. */
const NOTHING = ' '

export interface Choosable<T extends string> {
  readonly value: T
  readonly says: string
  /** A drawing of it, shown beside the words in the list and on the button. */
  readonly draws?: ReactNode
}

/** One of several, chosen from a list that may draw what it names: by touch, by arrow keys, by typing its first letters. */
export function Pick<T extends string>({
  id,
  label,
  value,
  options,
  onChange,
  className = '',
  children,
}: {
  id?: string
  /** Its name, where no label element gives it one. */
  label?: string
  value: T
  options: readonly Choosable<T>[]
  onChange: (value: T) => void
  className?: string
  /** What the button shows, where that is more than the words of the choice. */
  children?: ReactNode
}) {
  const chosen = options.find((option) => option.value === value)
  return (
    <Select.Root
      value={value || NOTHING}
      onValueChange={(next) => {
        const picked = options.find((option) => (option.value || NOTHING) === next)
        if (picked && picked.value !== value) onChange(picked.value)
      }}
    >
      <Select.Trigger
        {...(id ? { id } : {})}
        {...(label ? { 'aria-label': label } : {})}
        className={`flex min-h-11 w-full min-w-0 items-center justify-between gap-2 rounded-control px-3 text-left hover:border-soft ${className || 'border border-line bg-paper'}`}
      >
        <Select.Value asChild>
          <span className="min-w-0 grow">
            {children ?? <span className="block truncate">{chosen?.says ?? value}</span>}
          </span>
        </Select.Value>
        <Select.Icon className="shrink-0">
          <ChevronDown aria-hidden size={17} className="text-soft" />
        </Select.Icon>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          collisionPadding={8}
          className="z-[60] max-h-[min(70dvh,var(--radix-select-content-available-height))] min-w-(--radix-select-trigger-width) max-w-[92vw] overflow-hidden rounded-card border border-line bg-card shadow-lg"
        >
          <Select.Viewport className="p-1.5">
            {options.map((option) => (
              <Select.Item
                key={option.value}
                value={option.value || NOTHING}
                className="flex min-h-11 cursor-pointer select-none items-center gap-3 rounded-control px-2 outline-none data-highlighted:bg-well"
              >
                {option.draws}
                <Select.ItemText>{option.says}</Select.ItemText>
                <Select.ItemIndicator className="ml-auto">
                  <Check aria-hidden size={18} />
                </Select.ItemIndicator>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  )
}
