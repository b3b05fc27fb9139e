import { type Job, type LineDevice, labelOf } from '@civil-lantern/core'
import { Card } from '../../ui/controls.tsx'
import { lossInWords } from './in-words.ts'

/** What motors, pumps and boilers get on the line, the one that loses most on its run first. */
export function LineCard({ line, job }: { line: readonly LineDevice[]; job: Job }) {
  if (line.length === 0) return null
  return (
    <Card title="Volts on the line" aside="least, expected">
      <ul className="px-4 pt-2 pb-2">
        {line.map(({ part, volts, lost }) => (
          <li key={part} className="flex items-baseline justify-between gap-4 border-line border-t py-1.5">
            <span className="font-semibold">{labelOf(job, part)}</span>
            <span className="shrink-0 text-right font-mono">
              {volts.toFixed(1)} V<span className="pl-3 text-soft">{lossInWords(volts, lost)}</span>
            </span>
          </li>
        ))}
      </ul>
    </Card>
  )
}
