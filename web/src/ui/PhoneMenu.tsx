import { Menu } from 'lucide-react'
import { Menu as Dropdown, MenuItem } from './menu.tsx'
import type { Undo } from './undo.ts'

/** What a phone's head line has no room for. */
export const PhoneMenu = ({
  undo,
  other,
  change,
  help,
}: {
  undo: Undo
  other: string
  change: () => void
  help: (() => void) | undefined
}) => (
  <Dropdown
    label="More"
    trigger={<Menu aria-hidden size={19} />}
    className="grid size-11 shrink-0 place-items-center rounded-full border border-line bg-card lg:hidden"
  >
    {([0, 1] as const).map((i) => {
      const run = i === 0 ? undo.back : undo.again
      return (
        <MenuItem key={i} disabled={!run} does={() => run?.()}>
          {undo.names[i]}
        </MenuItem>
      )
    })}
    <MenuItem does={change}>Change to {other}</MenuItem>
    {help && <MenuItem does={help}>Help</MenuItem>}
  </Dropdown>
)
