import { type Job, nodeInWords } from '@civil-lantern/core'
import { useSession } from '../../../data/open-job.tsx'
import type { Typed as Read } from '../../../meter/typed-reading.ts'
import { Card } from '../../../ui/controls.tsx'
import type { Traced } from '../../../workers/judge.worker.ts'
import { Typed } from '../../find/Typed.tsx'
import { pointAt } from './point.ts'

/** The two points whose ohms settle most, everything dead. */
export function BeepCard({ traced: { beep }, job, shut }: { traced: Traced; job: Job; shut: boolean }) {
  const { session } = useSession()
  if (!beep) return null
  const [from, to] = [pointAt(job, beep.from), pointAt(job, beep.to)]
  const keep = (read: Read) =>
    session.enter(
      [{ kind: 'reading', mode: 'ohms', from, to, ...read }],
      `Ohms, ${from.says} to ${to.says}`,
      undefined,
      { stand: { power: { on: false } } },
    )
  return (
    <Card title="Measure next" aside="ohms, everything dead">
      <div className="grid gap-2 px-4 pt-1 pb-4">
        <p className="font-bold text-lg leading-snug">
          {nodeInWords(job, beep.from)} to {nodeInWords(job, beep.to)}
        </p>
        <p>
          Under 1 Ω: they are one, as is {Math.round(100 * beep.share)} % likely. Not joined, expected {beep.elseShows}
          {beep.elseShows === 'OL' ? '' : ', through what lies between'}.
        </p>
        {from.place !== to.place && (
          <p className="text-soft">
            Two places, {from.place} and {to.place}: a long lead, or a link at one end that is noted and taken off.
          </p>
        )}
        <Typed
          key={`${beep.from} ${beep.to}`}
          mode="ohms"
          disabled={shut}
          keep={keep}
          whyNot="Shut until it is off and proven dead."
        />
      </div>
    </Card>
  )
}
