import { type Job, pointInWords } from '@civil-lantern/core'
import { SearchList } from '../../ui/search-list.tsx'
import { Sheet } from '../../ui/sheet.tsx'
import { pointsOf } from '../points.ts'

/** Where the conductor in hand lands, chosen from a list: the way of the keyboard. */
export function LandSheet({
  job,
  from,
  close,
  land,
}: {
  job: Job
  from: string | undefined
  close: () => void
  land: (from: string, to: string) => void
}) {
  const points =
    from === undefined ? [] : pointsOf(job, []).filter(({ point }) => point !== from && !point.startsWith('wire:'))
  return (
    <Sheet
      title={`A conductor from ${from === undefined ? '' : pointInWords(job, from)} lands on`}
      open={from !== undefined}
      onOpenChange={(open) => !open && close()}
    >
      <SearchList
        placeholder="Part and terminal"
        items={points.map(({ point, says, place }) => ({ key: point, says, aside: place }))}
        onPick={(to) => {
          if (from !== undefined) land(from, to)
          close()
        }}
      />
    </Sheet>
  )
}
