import { type PartKind, typicalOf } from '@civil-lantern/core'
import { useMemo } from 'react'
import { Card } from '../../ui/controls.tsx'

/** What a good one shows a meter in each state, and what it does when its power goes; computed from its description. */
export function TypicalCard({ kind }: { kind: PartKind }) {
  const { states, powerLoss } = useMemo(() => typicalOf(kind), [kind])
  const shown = states.filter(({ readings }) => readings.length > 0)
  if (shown.length === 0) return null
  return (
    <>
      <Card title="What a good one shows" aside="alone on the bench">
        <div className="grid gap-3 px-4 py-3">
          {shown.map(({ state, readings }) => (
            <table key={state} className="w-full">
              <caption className="pb-0.5 text-left font-semibold">{state}</caption>
              <tbody>
                {readings.map(({ from, to, shows }) => (
                  <tr key={`${from} ${to}`} className="border-line border-t">
                    <th scope="row" className="py-1 text-left font-mono font-normal">
                      {from} to {to}
                    </th>
                    <td className="py-1 text-right font-mono">{shows}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          ))}
        </div>
      </Card>
      {powerLoss && (
        <Card title="When its power goes">
          <ol className="list-decimal space-y-1 py-3 pr-4 pl-9">
            {powerLoss.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ol>
        </Card>
      )}
    </>
  )
}
