import { bringList, lengthInWords, type RunSheet } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Card } from '../../ui/controls.tsx'

/** What to bring for what is still to be done, and the tools. */
export function BringList({ sheet }: { sheet: RunSheet }) {
  const { found } = useSession()
  const { practice } = sheet.plan
  return (
    <Card title="What to bring" aside="for what is still to do; a splice that is opened gets a new connector">
      <ul className="grid gap-x-8 px-4 pt-1 pb-4 sm:grid-cols-2">
        {bringList(sheet, found.job).map(({ what, count, unit }) => (
          <li key={what} className="flex justify-between gap-4 border-line border-t py-1.5">
            <span>{what}</span>
            <span className="font-semibold tabular-nums">{unit ? lengthInWords(practice, count) : count}</span>
          </li>
        ))}
        {['low-impedance tester', 'meter', 'lock and tag of your own', 'stripper, ferrules, labels'].map((tool) => (
          <li key={tool} className="border-line border-t py-1.5">
            {tool}
          </li>
        ))}
      </ul>
    </Card>
  )
}
