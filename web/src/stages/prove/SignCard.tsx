import { type Job, leftOut, type ProofRun, type Script } from '@civil-lantern/core'
import { format } from 'date-fns'
import { useState } from 'react'
import { Link } from 'react-router'
import { device } from '../../data/device.ts'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'

/** The end of a proof: who signs, with which meter, and what was not covered; or why it may not be signed. */
export function SignCard({
  job,
  run,
  script,
  refused,
}: {
  job: Job
  run: ProofRun
  script: Script
  refused: string | undefined
}) {
  const { session } = useSession()
  const [name, setName] = useState(device.name)
  const [meter, setMeter] = useState('')
  const [calibrated, setCalibrated] = useState('')
  const [remarks, setRemarks] = useState('')
  if (run.signed) {
    const { name: by, meter: with_, calibrated: on, notCovered = [] } = run.signed.body
    return (
      <Card title="Signed" aside={format(new Date(run.signed.clock), 'd MMM yyyy HH:mm')}>
        <div className="grid gap-1 px-4 pt-1 pb-4">
          <p className="font-semibold">
            {String(by)}: {run.passed} of {run.steps.length} steps as expected
            {run.couldNot > 0 ? `, ${run.couldNot} could not be done` : ''}.
          </p>
          <p>
            Meter {String(with_) || 'not named'}
            {on ? `, calibrated ${String(on)}` : ''}. Its readings are what the next proof is compared with.
          </p>
          {(notCovered as string[]).length > 0 && (
            <p className="text-soft">Not covered: {(notCovered as string[]).join('; ')}.</p>
          )}
          <Link to="../log" className="font-semibold underline underline-offset-4">
            To the log and the report
          </Link>
        </div>
      </Card>
    )
  }
  const field = 'min-h-12 w-full rounded-control border border-soft bg-paper px-3'
  return (
    <Card title="Sign">
      <form
        className="grid gap-3 px-4 pt-1 pb-4"
        onSubmit={(event) => {
          event.preventDefault()
          if (refused || !name.trim()) return
          session.enter(
            [
              {
                kind: 'sign',
                name: name.trim(),
                meter: meter.trim(),
                ...(calibrated ? { calibrated } : {}),
                passed: run.passed,
                of: run.steps.length,
                notCovered: leftOut(job, script.coverage.notCovered)
                  .map(({ says }) => says)
                  .slice(0, 100),
                ...(remarks.trim() ? { remarks: remarks.trim() } : {}),
              },
            ],
            'Sign the proof',
            () => undefined,
            { proof: run.id },
          )
        }}
      >
        {refused && (
          <p role="alert" className="font-semibold text-bad">
            {refused}
          </p>
        )}
        <label>
          <span className="block text-soft">Your name, in full</span>
          <input value={name} maxLength={120} onChange={(e) => setName(e.target.value)} className={field} />
        </label>
        <div className="grid gap-3 sm:grid-cols-2">
          <label>
            <span className="block text-soft">Meter used</span>
            <input value={meter} maxLength={120} onChange={(e) => setMeter(e.target.value)} className={field} />
          </label>
          <label>
            <span className="block text-soft">Calibrated on</span>
            <input type="date" value={calibrated} onChange={(e) => setCalibrated(e.target.value)} className={field} />
          </label>
        </div>
        <label>
          <span className="block text-soft">Remarks</span>
          <textarea
            rows={2}
            maxLength={4000}
            value={remarks}
            onChange={(e) => setRemarks(e.target.value)}
            className={`${field} py-2`}
          />
        </label>
        <p className="text-soft">
          Filled, bled and tight, cold and hot, wherever a body was opened. Local codes and licensed practice come
          first.
        </p>
        <Button look="strong" type="submit" disabled={refused !== undefined || !name.trim()} className="min-h-13">
          Sign
        </Button>
      </form>
    </Card>
  )
}
