import { Navigate } from 'react-router'
import { useSession } from '../data/open-job.tsx'

/** A job opens where its work stands: at the circuit once it is wired, at the survey before. */
export function FirstStage() {
  const { job } = useSession()
  return <Navigate to={Object.keys(job.parts).length > 0 ? 'scheme' : 'survey'} replace />
}
