import type { Step } from '@civil-lantern/core'
import { useState } from 'react'
import { Bar } from '../../ui/Bar.tsx'
import { Button } from '../../ui/controls.tsx'
import { inMinutes, useGone } from '../../ui/countdown.ts'

/** Counts the seconds since a step was brought about: it is no fault before its time, or it is looked at in that moment. */
export function Wait({ seconds: { usual, notBefore }, moment }: { seconds: Step['waits']; moment: boolean }) {
  const [from, setFrom] = useState<number>()
  const gone = useGone(from)
  const left = Math.max(0, notBefore - gone)
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button onClick={() => setFrom(Date.now())}>{from === undefined ? 'Begin to wait' : 'Begin again'}</Button>
      <span className="tabular-nums">
        {from === undefined
          ? moment
            ? `Look ${inMinutes(usual)} after: it lasts only a while.`
            : `All is at rest after ${inMinutes(usual)}; not a fault before ${inMinutes(notBefore)}.`
          : left > 0
            ? `${inMinutes(Math.ceil(left))} more, then ${moment ? 'look' : 'it counts'}.`
            : moment
              ? 'Look now.'
              : 'It counts now.'}
      </span>
      {from !== undefined && <Bar share={gone / notBefore} label="Waited" className="grow" />}
    </div>
  )
}
