import { Sheet } from '../ui/sheet.tsx'
import { keys } from './keys.ts'

export function KeysSheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet title="Keys" open={open} onOpenChange={onOpenChange}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
        {keys.map((entry) => (
          <div key={entry.keys} className="contents">
            <dt className="font-mono">
              {entry.keys}
              {'also' in entry && <span className="text-soft"> or {entry.also}</span>}
            </dt>
            <dd>{entry.does}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  )
}
