import type { StageId, StageStanding } from '@civil-lantern/core'
import { NavLink } from 'react-router'
import { stages } from '../stages/stages.ts'

/** The stages as lamps hung on a wire, in the order of the work. */
export function StringOfStages({ jobId, standing }: { jobId: string; standing: (id: StageId) => StageStanding }) {
  const count = stages.length
  const sag = Array.from({ length: count }, (_, i) => {
    const [from, to] = [(i * 100) / count, ((i + 1) * 100) / count]
    return `Q ${(from + to) / 2} 3 ${to} 11`
  }).join(' ')
  return (
    <nav aria-label="Stages of the job" className="no-print relative overflow-x-auto">
      <div className="relative min-w-[640px]">
        <svg
          viewBox="0 0 100 14"
          preserveAspectRatio="none"
          aria-hidden
          className="absolute inset-x-0 top-0 h-4 w-full"
        >
          <path
            d={`M 0 11 ${sag}`}
            transform="translate(0 14) scale(1 -1)"
            fill="none"
            stroke="var(--soft)"
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        <ol className="relative grid" style={{ gridTemplateColumns: `repeat(${count}, 1fr)` }}>
          {stages.map(({ id, name }) => {
            const { at, findings, says } = standing(id)
            const lit = at !== 'untouched'
            return (
              <li key={id}>
                <NavLink
                  to={`/jobs/${jobId}/${id}`}
                  title={says}
                  className="group flex min-h-15 flex-col items-center justify-end gap-0.5 pt-1.5 pb-1"
                >
                  {({ isActive }) => (
                    <>
                      <Lamp lit={lit} here={isActive} findings={findings} />
                      <span
                        className={`border-b-3 px-1 font-semibold ${isActive ? 'border-ink text-ink' : 'border-transparent text-soft group-hover:text-ink'}`}
                      >
                        {name}
                        {findings > 0 && <span className="sr-only">, {findings} findings</span>}
                      </span>
                    </>
                  )}
                </NavLink>
              </li>
            )
          })}
        </ol>
      </div>
    </nav>
  )
}

function Lamp({ lit, here, findings }: { lit: boolean; here: boolean; findings: number }) {
  const edge = findings > 0 ? 'var(--bad)' : 'var(--ink)'
  return (
    <svg width={40} height={33} viewBox="0 0 40 33" aria-hidden className="-mb-1 overflow-visible">
      {here && <circle cx={20} cy={18} r={16} fill="var(--halo)" />}
      <path d="M20 0v5" stroke="var(--ink)" strokeWidth={2} />
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
