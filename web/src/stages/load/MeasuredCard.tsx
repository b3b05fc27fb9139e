import { type FittedSource, type Job, labelOf, type MeasuredLoad, type SourceReading } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { toast } from 'sonner'
import { useJudge, useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { ampsIn } from './in-words.ts'

/** What was read on the wall beside what is computed: the source the readings make, and valves that do not draw as they should. */
export function MeasuredCard({ job, part, rated }: { job: Job; part: string; rated: number }) {
  const { judge } = useJudge()
  const { entries } = useSession()
  const [found, setFound] = useState<MeasuredLoad>()
  useEffect(() => {
    let wanted = true
    void judge.measured(job, entries).then((made) => wanted && setFound(made))
    return () => {
      wanted = false
    }
  }, [judge, job, entries])
  if (!found) return null
  const source = found.sources.find((one) => one.part === part)
  const { devices } = found
  return (
    <Card title="Measured beside computed" aside="from the log">
      <div className="grid gap-3 px-4 pt-2 pb-3">
        {source ? (
          <>
            <Readings readings={source.readings} job={job} />
            {typeof source.fit === 'string' ? (
              <p className="text-soft">{source.fit}</p>
            ) : (
              <Fit fit={source.fit} plate={source.plate} job={job} part={part} rated={rated} />
            )}
          </>
        ) : (
          <p className="text-soft">
            Read the volts at both leads of {labelOf(job, part)} with nobody calling, then with more and more zones:
            what you keep at the meter stands here, and shows how strong the source really is.
          </p>
        )}
        {devices.length > 0 && (
          <ul>
            {devices.map(({ entry, part, wire, amps, expects, says }) => (
              <li key={entry} className="border-line border-t py-1.5">
                <b>{labelOf(job, part)}</b>, wire {job.wires[wire]?.label}: read {ampsIn(amps)}, expected{' '}
                {ampsIn(expects)}.{' '}
                <span className={says === 'as it should' ? 'text-soft' : 'font-semibold text-bad'}>
                  {says === 'as it should' ? 'As it should.' : `${says[0]!.toUpperCase()}${says.slice(1)}.`}
                </span>
              </li>
            ))}
          </ul>
        )}
      </div>
    </Card>
  )
}

const Readings = ({ readings, job }: { readings: readonly SourceReading[]; job: Job }) => (
  <table className="w-full text-right">
    <thead className="text-soft">
      <tr>
        <th className="py-1 text-left font-normal">Calling</th>
        <th className="font-normal">read</th>
        <th className="font-normal">expected</th>
      </tr>
    </thead>
    <tbody className="font-mono">
      {readings.map(({ entry, zones, volts, expected }) => (
        <tr key={entry} className="border-line border-t">
          <th className="py-1.5 text-left font-sans font-normal">
            {zones.length === 0 ? 'nobody' : zones.map((zone) => job.zones[zone]?.name).join(', ')}
          </th>
          <td>{volts.toFixed(1)} V</td>
          <td className="text-soft">{expected.toFixed(1)} V</td>
        </tr>
      ))}
    </tbody>
  </table>
)

function Fit({
  fit,
  plate,
  job,
  part,
  rated,
}: {
  fit: FittedSource
  plate: MeasuredLoad['sources'][number]['plate']
  job: Job
  part: string
  rated: number
}) {
  const { session, document } = useSession()
  const keep = () => {
    if (!plate) return
    const bodies = (['openVolts', 'ratedVolts'] as const).map((figure) => ({
      kind: 'seen',
      what: 'figure',
      part,
      figure,
      value: Number(plate[figure].toFixed(2)),
    }))
    session.enter(bodies, `Measured: ${labelOf(job, part)}`)
    toast('Kept as measured: as found now reckons with it.')
  }
  return (
    <div>
      <p>
        The readings make it {fit.openVolts.toFixed(1)} ± {fit.openError.toFixed(1)} V behind {fit.ohms.toFixed(2)} ±{' '}
        {fit.ohmsError.toFixed(2)} ohm: as strong as a sound one of{' '}
        <b className={fit.va + fit.vaError < rated ? 'text-bad' : ''}>
          {fit.va.toFixed(0)} ± {fit.vaError.toFixed(0)} VA
        </b>
        , falling {(100 * fit.regulation).toFixed(0)} % at {rated} VA.
      </p>
      {document.before !== null && plate && (
        <Button className="mt-2" onClick={keep}>
          Keep as measured
        </Button>
      )}
    </div>
  )
}
