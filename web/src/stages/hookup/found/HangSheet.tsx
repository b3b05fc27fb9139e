import { hangPart, kinds } from '@civil-lantern/core'
import { useState } from 'react'
import { useSession } from '../../../data/open-job.tsx'
import { Button } from '../../../ui/controls.tsx'
import { SearchList } from '../../../ui/search-list.tsx'
import { Sheet } from '../../../ui/sheet.tsx'
import { isHung } from './rows.ts'

/** A part that hangs in a place and is not on record: chosen from the catalogue, and written down as seen. */
export function HangSheet({ place, name }: { place: string; name: string }) {
  const { session, found } = useSession()
  const [open, setOpen] = useState(false)
  const hang = (kind: string) => {
    const draft = structuredClone(found.job)
    const is = draft.parts[hangPart(draft, kind, place)]!
    session.enter([{ kind: 'seen', what: 'part', is }], `${is.label} hangs at ${name}`)
    setOpen(false)
  }
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        Something else hangs here
      </Button>
      <Sheet title={`What hangs at ${name}?`} open={open} onOpenChange={setOpen}>
        <SearchList
          placeholder="Kind of part"
          items={kinds.filter(isHung).map(({ kind, name: says, class: of }) => ({
            key: kind,
            says,
            aside: of === 'joint' ? 'connector' : of,
          }))}
          onPick={hang}
        />
      </Sheet>
    </>
  )
}
