import { clockWords, type Job, type Sequence, type SequenceStep, zonesInOrder } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { useBench } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { Choice } from '../../ui/fields.tsx'

/** The sequence of operation of a zone in words: what happens, where to stand for it, what is heard or seen there. */
export function SequenceCard({ job }: { job: Job }) {
  const { bench } = useBench()
  const zones = zonesInOrder(job)
  const [zone, setZone] = useState(zones[0]?.id)
  const [sequence, setSequence] = useState<Sequence>()
  useEffect(() => {
    let wanted = true
    if (zone && job.zones[zone]) void bench.sequence(zone).then((made) => wanted && setSequence(made))
    return () => {
      wanted = false
    }
  }, [bench, job, zone])
  if (!zone || !sequence) return null
  return (
    <Card title={`The sequence of ${job.zones[zone]?.name ?? ''}`} aside="sound parts, everything else at rest">
      <div className="no-print flex flex-wrap items-end gap-2 px-4 pt-1">
        <div className="min-w-52">
          <Choice
            label="Zone"
            value={zone}
            options={zones.map(({ id, number, name }) => ({ value: id, says: `${number} ${name}` }))}
            onChange={setZone}
          />
        </div>
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <Steps title="When it calls" steps={sequence.opening} />
      <Steps title="When the call ends" steps={sequence.closing} />
      {sequence.opening.length === 0 && (
        <p className="px-4 py-3 text-soft">Nothing that could call is wired for this zone.</p>
      )}
    </Card>
  )
}

const Steps = ({ title, steps }: { title: string; steps: readonly SequenceStep[] }) =>
  steps.length === 0 ? null : (
    <>
      <h3 className="px-4 pt-3 font-semibold text-soft">{title}</h3>
      <ol className="px-4 pb-3">
        {steps.map(({ part, says, at, earliest, latest, label, place, sign }, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a sequence is its order
            key={`${i} ${part} ${says}`}
            className="grid grid-cols-[2rem_6.6rem_minmax(0,1fr)] gap-x-2 border-line border-b py-1.5 last:border-0"
          >
            <span className="font-mono text-soft">{i + 1}</span>
            <span className="font-mono text-[15px]">
              {clockWords(at)}
              {latest - earliest > 0.5 && (
                <span className="block text-[13px] text-soft">
                  {clockWords(earliest)}–{clockWords(latest)}
                </span>
              )}
            </span>
            <span>
              <b>{label}</b>: {says}
              <span className="text-soft">
                {place ? `, ${place}` : ''}
                {sign ? `. To notice: ${sign}.` : '.'}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </>
  )
