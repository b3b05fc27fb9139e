import { useNavigate } from 'react-router'
import { useSession } from '../../data/open-job.tsx'
import { Segments } from '../../ui/controls.tsx'

type Part = 'conductors' | 'terminals'

/** Runs tells two things: every conductor, and what each terminal and core has to do. */
export function RunsSwitch({ part }: { part: string | undefined }) {
  const { session } = useSession()
  const navigate = useNavigate()
  return (
    <Segments<Part>
      label="Runs by"
      value={part === 'terminals' ? 'terminals' : 'conductors'}
      options={[
        { value: 'conductors', says: 'Conductors' },
        { value: 'terminals', says: 'Terminals and cores' },
      ]}
      onChange={(next) => void navigate(`/jobs/${session.id}/scheme/runs${next === 'terminals' ? '/terminals' : ''}`)}
      className="no-print justify-self-start"
    />
  )
}
