import { openFindings, rules } from '@civil-lantern/core'
import { Navigate, useNavigate, useParams } from 'react-router'
import { useBench, useSession } from '../../data/open-job.tsx'
import { Segments } from '../../ui/controls.tsx'
import { PrintHead } from '../../views/PrintHead.tsx'
import { Findings } from './Findings.tsx'
import { MapsView } from './MapsView.tsx'
import { ProofView } from './ProofView.tsx'
import { type Check, checks } from './places.ts'
import { VerdictHead } from './VerdictHead.tsx'

/** One place for what is checked: the rules, every combination of calls, and what is still live behind open switches. */
export function ChecksStage() {
  const { session, job, plan } = useSession()
  const { snapshot } = useBench()
  const navigate = useNavigate()
  const params = useParams()
  if (Object.keys(plan.parts).length + Object.keys(job.parts).length === 0)
    return <Navigate to={`/jobs/${session.id}/survey/ways`} replace />
  if (!snapshot) return <p className="p-2 text-soft">Solving the circuit.</p>
  const check: Check = checks.find(({ value }) => value === params.check)?.value ?? 'rules'
  const open = openFindings(job, snapshot.findings).length
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2 pb-3">
      <PrintHead />
      <VerdictHead view="checks" />
      <Segments<Check>
        label="What is checked"
        value={check}
        options={checks.map(({ value, says }) => ({
          value,
          says: value === 'rules' && open > 0 ? `${says} ${open}` : says,
        }))}
        onChange={(next) => void navigate(`/jobs/${session.id}/scheme/checks/${next}`)}
        className="no-print justify-self-start"
      />
      {check === 'rules' &&
        (snapshot.findings.length > 0 ? (
          <Findings findings={snapshot.findings} job={job} />
        ) : (
          <p className="rounded-card border border-line bg-card px-4 py-3">
            {rules.length} rules, and none finds anything in this wiring. What they cannot see is in the walls: a rule
            reads the record, not the copper.
          </p>
        ))}
      {check === 'combinations' && <ProofView job={job} />}
      {check === 'live' && <MapsView job={job} />}
    </div>
  )
}
