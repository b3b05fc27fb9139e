import { Check } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'

/** A row of a menu, as high as a thumb needs. */
export const menuRow =
  'flex min-h-11 cursor-pointer items-center gap-2 rounded-control px-3 font-semibold outline-none data-highlighted:bg-well data-disabled:opacity-40'

/** A menu that hangs from its button. */
export const Menu = ({
  trigger,
  label,
  className,
  open = false,
  children,
}: {
  trigger: ReactNode
  /** The button's name, where its content is no words. */
  label?: string
  /** How the button looks. */
  className: string
  /** It is there because somebody asked for it. */
  open?: boolean
  children: ReactNode
}) => (
  <DropdownMenu.Root defaultOpen={open}>
    <DropdownMenu.Trigger {...(label ? { 'aria-label': label } : {})} className={className}>
      {trigger}
    </DropdownMenu.Trigger>
    <DropdownMenu.Portal>
      <DropdownMenu.Content
        align="end"
        sideOffset={4}
        className="z-50 max-h-[80dvh] min-w-60 max-w-[92vw] overflow-y-auto rounded-card border border-line bg-card p-1.5 shadow-lg"
      >
        {children}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
)

export const MenuItem = ({
  does,
  disabled = false,
  children,
}: {
  does: () => void
  disabled?: boolean
  children: ReactNode
}) => (
  <DropdownMenu.Item disabled={disabled} onSelect={does} className={menuRow}>
    {children}
  </DropdownMenu.Item>
)

export const MenuTick = ({ on, change, children }: { on: boolean; change: () => void; children: ReactNode }) => (
  <DropdownMenu.CheckboxItem checked={on} onCheckedChange={change} className={menuRow}>
    <span className="grow">{children}</span>
    <DropdownMenu.ItemIndicator>
      <Check aria-hidden size={18} />
    </DropdownMenu.ItemIndicator>
  </DropdownMenu.CheckboxItem>
)

export const MenuLine = () => <DropdownMenu.Separator className="my-1 h-px bg-line" />
