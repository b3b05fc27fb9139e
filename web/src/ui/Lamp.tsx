import type { StageStanding } from '@civil-lantern/core'
import { useId } from 'react'

/** A lamp on the string of stages: dark, filled as far as the work is done, lit, or with its findings in red. */
export function Lamp({
  at,
  share,
  here,
  findings,
  hung = true,
}: Pick<StageStanding, 'at' | 'share' | 'findings'> & { readonly here: boolean; readonly hung?: boolean }) {
  const clip = useId()
  const edge = findings > 0 ? 'var(--bad)' : 'var(--ink)'
  const lit = findings > 0 ? 0 : at === 'untouched' ? 0 : at === 'done' ? 1 : Math.max(share ?? 1, 0.25)
  const glass = 'M15 5.5h10l3.6 9.5a8.8 8.8 0 1 1-17.2 0z'
  return (
    <svg width={40} height={31} viewBox="0 3 40 31" aria-hidden className="overflow-visible">
      {here && <circle cx={20} cy={18} r={16} fill="var(--halo)" />}
      <path d={hung ? 'M20 -6v11' : 'M20 3v3'} stroke="var(--soft)" strokeWidth={2} />
      <path d={glass} fill="var(--card)" />
      {lit > 0 && (
        <>
          <clipPath id={clip}>
            <rect x={8} y={24.5 - 19 * lit} width={24} height={19 * lit} />
          </clipPath>
          <path d={glass} fill="var(--lamp)" clipPath={`url(#${clip})`} />
        </>
      )}
      <path d={glass} fill="none" stroke={edge} strokeWidth={findings > 0 ? 2.6 : 1.8} strokeLinejoin="round" />
      {findings > 0 && (
        <text x={20} y={22.5} textAnchor="middle" className="fill-bad text-[14px] font-bold">
          {findings}
        </text>
      )}
    </svg>
  )
}
