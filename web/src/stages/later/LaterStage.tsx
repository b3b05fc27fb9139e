import { Link } from 'react-router'
import { useSession } from '../../data/open-job.tsx'
import { Card } from '../../ui/controls.tsx'
import { stageOf } from '../stages.ts'

/** A stage that is still to come says so, and what it will need. */
export function LaterStage({ id }: { id: string }) {
  const { session } = useSession()
  const stage = stageOf(id)
  if (!stage?.needs) return <p className="p-4">There is no such stage. Choose one on the string above.</p>
  return (
    <div className="grid max-w-3xl gap-4">
      <h1 className="pt-1 text-xl font-bold">{stage.name} is not built yet.</h1>
      <Card title="What it will need">
        <ul className="list-disc space-y-2 py-3 pr-4 pl-9">
          {stage.needs.map((need) => (
            <li key={need}>{need}</li>
          ))}
        </ul>
      </Card>
      <p>
        <Link to={`/jobs/${session.id}/scheme`} className="font-semibold underline underline-offset-4">
          Back to the circuit
        </Link>
      </p>
    </div>
  )
}
