import { Help } from '../stages/help/Help.tsx'
import { Sheet } from '../ui/sheet.tsx'

export const HelpSheet = ({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) => (
  <Sheet title="Help" open={open} onOpenChange={onOpenChange}>
    <Help />
  </Sheet>
)
