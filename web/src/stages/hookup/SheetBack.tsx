import { doneBodies, type RunSheet } from '@civil-lantern/core'
import { Upload } from 'lucide-react'
import { useState } from 'react'
import { toast } from 'sonner'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { FileButton } from '../../ui/FileButton.tsx'
import { Sheet } from '../../ui/sheet.tsx'
import { type SheetBack as Read, sheetBack } from './sheet-back.ts'

/** A sheet has some hundred lines: a file of more than this is none. */
const LARGEST = 2 * 1024 * 1024

/** A run sheet that was filled in away from here comes back: what it says is shown before any of it is written down. */
export function SheetBack({ sheet }: { sheet: RunSheet }) {
  const { session, found } = useSession()
  const [read, setRead] = useState<Read>()
  const take = async (file: File) => {
    const text = file.size > LARGEST ? '' : await file.text().catch(() => '')
    const made = text === '' ? `${file.name} cannot be read as a run sheet.` : sheetBack(text, sheet.joins)
    if (typeof made === 'string') toast.error(made, { duration: 10_000 })
    else setRead(made)
  }
  const write = ({ done }: Read) => {
    session.enter(doneBodies(sheet, found.job, done), `${done.length} lines of a sheet`)
    setRead(undefined)
  }
  return (
    <>
      <FileButton
        label="Filled-in sheet"
        accept=".csv,text/csv"
        onFile={take}
        className="inline-flex items-center gap-2 max-sm:hidden"
      >
        <Upload aria-hidden size={18} />
        Read a sheet back
      </FileButton>
      {read && (
        <Sheet
          title={`${read.done.length} ${read.done.length === 1 ? 'line' : 'lines'} done on that sheet`}
          open
          onOpenChange={(open) => !open && setRead(undefined)}
        >
          <div className="grid gap-3">
            {read.open > 0 && <p className="text-soft">{read.open} more are not filled in.</p>}
            {read.troubles.length > 0 && (
              <ul
                aria-label="Lines that were not understood"
                className="max-h-48 overflow-auto border-bad border-l-4 pl-3"
              >
                {read.troubles.map((line) => (
                  <li key={line} className="font-semibold">
                    {line}
                  </li>
                ))}
              </ul>
            )}
            {read.done.length > 0 && (
              <>
                <p>They are written down as done by you, now. Done means: on a circuit that was off and proven dead.</p>
                <Button look="strong" onClick={() => write(read)} className="min-h-14 justify-self-start px-6">
                  Write {read.done.length} down
                </Button>
              </>
            )}
          </div>
        </Sheet>
      )}
    </>
  )
}
