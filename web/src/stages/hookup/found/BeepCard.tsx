import { type Job, labelOf, nodeInWords } from '@civil-lantern/core'
import { useState } from 'react'
import { useSession } from '../../../data/open-job.tsx'
import type { Typed as Read } from '../../../meter/typed-reading.ts'
import { Card } from '../../../ui/controls.tsx'
import { Tick } from '../../../ui/fields.tsx'
import type { Traced } from '../../../workers/judge.worker.ts'
import { Typed } from '../../find/Typed.tsx'
import { pointAt } from './point.ts'

/** What lies between two points, in words. */
export const throughSays = (job: Job, between: readonly string[]): string =>
  between.length === 0 ? 'what lies between' : between.map((part) => labelOf(job, part)).join(' and ')

/** The two points whose ohms settle most, everything dead. */
export function BeepCard({ traced: { beep }, job, shut }: { traced: Traced; job: Job; shut: boolean }) {
  const { session } = useSession()
  const pair = beep && `${beep.from} ${beep.to}`
  const [tested, setTested] = useState<string>()
  if (!beep) return null
  const untested = beep.mayBeLive && tested !== pair
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
          {beep.elseShows === 'OL' ? '' : `, through ${throughSays(job, beep.between)}`}.
        </p>
        {from.place !== to.place && (
          <p className="text-soft">
            Two places, {from.place} and {to.place}: a long lead, or a link at one end that is noted and taken off.
          </p>
        )}
        {beep.mayBeLive && !shut && (
          <>
            <p className="font-semibold text-bad">
              One of these may be joined to what stays live with everything off. Try the tester, test both points
              against earth and neutral, try it again; only then the ohmmeter.
            </p>
            <Tick
              label="Both points proved dead just now"
              checked={!untested}
              onChange={(on) => setTested(on ? pair : undefined)}
            />
          </>
        )}
        <Typed
          key={pair}
          mode="ohms"
          disabled={shut || untested}
          keep={keep}
          whyNot={shut ? 'Shut until it is off and proven dead.' : 'Shut until both points are proved dead.'}
        />
      </div>
    </Card>
  )
}
