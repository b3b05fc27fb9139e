import { kindOf, labelOf, type RunSheet } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'

/** Parts that are not planned and have nothing on them any more: taken out one by one, or left where they are. */
export function TakeOut({ sheet }: { sheet: RunSheet }) {
  const { session, found } = useSession()
  if (sheet.unplanned.length === 0) return null
  const valves = sheet.unplanned.some((part) => kindOf(found.job.parts[part])?.class === 'valve')
  return (
    <Card title="Not planned" aside="nothing is on them">
      <ul className="py-2">
        {sheet.unplanned.map((part) => {
          const label = labelOf(found.job, part)
          return (
            <li
              key={part}
              className="flex flex-wrap items-center justify-between gap-2 border-line border-t px-4 py-1.5"
            >
              <span className="font-semibold">{label}</span>
              <Button onClick={() => session.enter([{ kind: 'part', does: 'taken out', part }], `${label} taken out`)}>
                Taken out
              </Button>
            </li>
          )
        })}
      </ul>
      {valves && (
        <p className="px-4 pt-1 pb-3 text-soft">
          A valve body stands in hot water under pressure: shut off and relieve it first, or leave the body and take its
          head.
        </p>
      )}
    </Card>
  )
}
