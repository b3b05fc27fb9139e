import type { Job, SourceLoad } from '@civil-lantern/core'
import { ChevronDown } from 'lucide-react'
import { Collapsible } from 'radix-ui'
import { Wide } from '../../ui/Wide.tsx'
import { stackOf } from './charts.tsx'
import { FigureHeads } from './FigureHeads.tsx'
import { momentsOf } from './in-words.ts'

/** What the two charts draw over time, as a table: folded on the screen, whole on paper. */
export function FiguresOfTime({ job, source }: { job: Job; source: SourceLoad }) {
  const stack = stackOf(job, source)
  return (
    <Collapsible.Root className="border-line border-t">
      <Collapsible.Trigger className="no-print group flex min-h-11 w-full items-center justify-between gap-3 px-4 font-semibold hover:bg-well">
        The same in figures
        <ChevronDown aria-hidden size={18} className="group-data-[state=open]:rotate-180" />
      </Collapsible.Trigger>
      <Collapsible.Content forceMount className="data-[state=closed]:hidden print:block!">
        <Wide label="Everything calls at once, table" className="px-4 pb-2">
          <table className="w-full text-right">
            <FigureHeads
              lines="After"
              figures={['together, VA', 'source, V', 'least at a valve, V', ...stack.map(({ name }) => name)]}
            />
            <tbody className="font-mono">
              {momentsOf(source.atOnce).map(({ after, zones, va, volts, least }) => (
                <tr key={after} className="border-line border-t">
                  <th className="py-1.5 text-left font-normal">{after}</th>
                  <td className={va > source.rated ? 'font-bold text-bad' : ''}>{va.toFixed(1)}</td>
                  <td>{volts.toFixed(1)}</td>
                  <td>{least === undefined ? '–' : least.toFixed(1)}</td>
                  {stack.map(({ id }) => (
                    <td key={id}>{(zones[id] ?? 0).toFixed(1)}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </Wide>
      </Collapsible.Content>
    </Collapsible.Root>
  )
}
