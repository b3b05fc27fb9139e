import { type Job, type SchoolName, schoolOf, schools } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Card } from '../../ui/controls.tsx'
import { Choice } from '../../ui/fields.tsx'

/** Where the trade has more than one school: what this job does, our default first, and why. */
export function Schools({ job }: { job: Job }) {
  const { session } = useSession()
  return (
    <Card title="Your school" aside="the first answer is our default">
      <div className="grid gap-4 px-4 py-3 sm:grid-cols-2">
        {(Object.keys(schools) as SchoolName[]).map((name) => {
          const { asks, answers, why } = schools[name]
          return (
            <Choice
              key={name}
              label={asks}
              value={schoolOf(job, name)}
              options={Object.entries(answers).map(([value, says]) => ({ value, says }))}
              onChange={(answer) =>
                session.edit(asks, (draft) => {
                  draft.schools = { ...draft.schools, [name]: answer }
                })
              }
              hint={why}
            />
          )
        })}
      </div>
    </Card>
  )
}
