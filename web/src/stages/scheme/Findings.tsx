import type { Finding, Severity } from '@civil-lantern/core'
import { useWorkspace } from '../../data/workspace.ts'

const words: Readonly<Record<Severity, string>> = { danger: 'Danger', fails: 'Will not work', tidy: 'Tidy up' }

/** What is wrong with the wiring itself, danger first; each leads to where it stands. */
export function Findings({ findings }: { findings: readonly Finding[] }) {
  const pick = useWorkspace((w) => w.pick)
  if (findings.length === 0) return null
  return (
    <details
      open={findings.some(({ severity }) => severity !== 'tidy')}
      className="rounded-card border border-bad bg-card"
    >
      <summary className="flex min-h-11 items-center px-4 font-bold">
        {findings.length === 1 ? 'One finding in the wiring' : `${findings.length} findings in the wiring`}
      </summary>
      <ul className="grid gap-1 px-2 pb-2">
        {findings.map((finding) => {
          const [spot] = finding.at
          return (
            <li key={finding.id}>
              <button
                type="button"
                onClick={() => spot && pick(spot.wire ? { wire: spot.wire } : { part: spot.part! })}
                className="w-full rounded-control px-2 py-1.5 text-left hover:bg-well"
              >
                <span className={`font-semibold ${finding.severity === 'tidy' ? '' : 'text-bad'}`}>
                  {words[finding.severity]}:{' '}
                </span>
                {finding.says} <span className="text-soft">{finding.why}</span> {finding.remedy}
              </button>
            </li>
          )
        })}
      </ul>
    </details>
  )
}
