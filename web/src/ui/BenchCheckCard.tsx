import { benchCheckOf, type PartKind } from '@civil-lantern/core'
import { type ReactNode, useMemo } from 'react'
import { Card } from './controls.tsx'

/** What to try of a new valve before it is fitted, and what a sound one shows; nothing for other parts. */
export function BenchCheckCard({ kind, children }: { kind: PartKind; children?: ReactNode }) {
  const check = useMemo(() => benchCheckOf(kind), [kind])
  if (!check) return null
  return (
    <Card title="On a bench, before it is fitted">
      <p className="px-4 pt-1">{check.says}</p>
      <ol className="grid list-decimal gap-2 py-2 pr-4 pl-10">
        {check.steps.map(({ does, finds, caution }) => (
          <li key={does}>
            {does}
            {caution && <p className="my-1 border-bad border-l-4 pl-2 font-semibold">{caution}</p>}
            <ul className="text-soft">
              {finds.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
      {children}
    </Card>
  )
}
