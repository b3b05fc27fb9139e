import type { StageId, StageStanding } from '@civil-lantern/core'
import { NavLink } from 'react-router'
import { stages } from '../stages/stages.ts'

/** The stages as lamps hung on a wire along the upper edge, in the order of the work. */
export const StringOfStages = ({ jobId, standing }: { jobId: string; standing: (id: StageId) => StageStanding }) => (
  <nav aria-label="Stages of the job" className="no-print -mt-1.5">
    <ol className="flex justify-between">
      {stages.map(({ id, name }) => {
        const { at, findings, says } = standing(id)
        return (
          <li key={id}>
            <NavLink
              to={`/jobs/${jobId}/${id}`}
              title={says}
              className="group flex min-h-16 min-w-17 flex-col items-center justify-end gap-0.5"
            >
              {({ isActive }) => (
                <>
                  <Lamp lit={at !== 'untouched'} here={isActive} findings={findings} />
                  <span
                    className={`border-b-3 px-1 text-[15px] font-semibold ${isActive ? 'border-ink text-ink' : 'border-transparent text-soft group-hover:text-ink'}`}
                  >
                    {name}
                    {findings > 0 && (
                      <span className="sr-only">, {findings === 1 ? 'one finding' : `${findings} findings`}</span>
                    )}
                  </span>
                </>
              )}
            </NavLink>
          </li>
        )
      })}
    </ol>
  </nav>
)

function Lamp({ lit, here, findings }: { lit: boolean; here: boolean; findings: number }) {
  const edge = findings > 0 ? 'var(--bad)' : 'var(--ink)'
  return (
    <svg width={40} height={31} viewBox="0 3 40 31" aria-hidden className="overflow-visible">
      {here && <circle cx={20} cy={18} r={16} fill="var(--halo)" />}
      <path d="M20 -6v11" stroke="var(--soft)" strokeWidth={2} />
      <path
        d="M15 5.5h10l3.6 9.5a8.8 8.8 0 1 1-17.2 0z"
        fill={lit && findings === 0 ? 'var(--lamp)' : 'var(--card)'}
        stroke={edge}
        strokeWidth={findings > 0 ? 2.6 : 1.8}
        strokeLinejoin="round"
      />
      {findings > 0 && (
        <text x={20} y={22.5} textAnchor="middle" className="fill-bad text-[14px] font-bold">
          {findings}
        </text>
      )}
    </svg>
  )
}
