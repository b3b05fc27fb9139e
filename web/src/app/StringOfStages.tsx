import type { StageId, StageStanding } from '@civil-lantern/core'
import { NavLink } from 'react-router'
import { stages } from '../stages/stages.ts'
import { Lamp } from '../ui/Lamp.tsx'

/** As a lamp hangs before anybody knows how its stage stands. */
const dark: StageStanding = { at: 'untouched', findings: 0, says: 'Being worked out.' }

/** The stages as lamps hung on a wire along the upper edge, in the order of the work; dark until their standing is known. */
export const StringOfStages = ({
  jobId,
  standing,
}: {
  jobId: string
  standing: Readonly<Record<StageId, StageStanding>> | undefined
}) => (
  <nav aria-label="Stages of the job" className="no-print -mt-1.5">
    <ol className="flex justify-between">
      {stages.map(({ id, name }) => {
        const { at, share, findings, says } = standing?.[id] ?? dark
        return (
          <li key={id}>
            <NavLink
              to={`/jobs/${jobId}/${id}`}
              title={says}
              className="group flex min-h-16 min-w-17 flex-col items-center justify-end gap-0.5"
            >
              {({ isActive }) => (
                <>
                  <Lamp at={at} {...(share === undefined ? {} : { share })} here={isActive} findings={findings} />
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
