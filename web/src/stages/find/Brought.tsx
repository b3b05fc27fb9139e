import type { Job, Proposed } from '@civil-lantern/core'
import { useState } from 'react'
import { call } from '../../data/calls.ts'
import { useBench, useSession } from '../../data/open-job.tsx'
import { Bar } from '../../ui/Bar.tsx'
import { Button } from '../../ui/controls.tsx'
import { inMinutes, useGone } from '../../ui/countdown.ts'
import { GateCard } from '../hookup/GateCard.tsx'
import { useGate } from '../hookup/use-gate.ts'
import { standInWords } from './in-words.ts'

export interface Brought {
  readonly ready: boolean
  /** Is it brought about, and not yet at rest? */
  readonly waiting?: boolean
  readonly card: React.ReactNode
}

/**
 * The stand an ask wants: said, and whether it is brought about. Dead work on the line waits for the gate.
 * @param isRead whether it has stood there long enough to be read
 */
export function useBrought(job: Job, next: Proposed, isRead: boolean): Brought {
  const { session } = useSession()
  const { snapshot } = useBench()
  const gate = useGate()
  const [said, setSaid] = useState(false)
  /** When it was brought about here; nothing where it stood so before. */
  const [from, setFrom] = useState<number>()
  const { ask, stand } = next
  // Sound parts differ by a fifth in their times: what is seen before that may still be on its way.
  const whole = SLOW * next.waits
  const gone = useGone(from)
  const left = from === undefined ? 0 : Math.max(0, whole - gone)
  if (!stand.power && ask.line) return { ready: gate.open, card: <GateCard job={job} gate={gate} /> }
  const calling = snapshot?.verdict.zones.filter((zone) => zone.calling).map(({ zone }) => zone) ?? []
  const stands = stand.power
    ? calling.length === stand.calls.length && stand.calls.every((zone) => calling.includes(zone))
    : said || gate.open
  const bringAbout = () => {
    setSaid(true)
    if (stand.power) setFrom(Date.now())
    for (const zone of Object.keys(job.zones))
      if (calling.includes(zone) !== stand.calls.includes(zone)) call(session, job, zone, stand.calls.includes(zone))
  }
  const waiting = stands && left > 0
  const card = (
    <div className="flex flex-wrap items-center justify-between gap-2">
      <p>{standInWords(job, next)}</p>
      {waiting ? (
        <div className="flex w-full flex-wrap items-center gap-3">
          <b className="tabular-nums">{inMinutes(Math.ceil(left))} more, then it counts.</b>
          <Bar share={1 - left / whole} label="Waited" className="min-w-32 grow" />
          <Button look="quiet" onClick={() => setFrom(undefined)}>
            It was so before
          </Button>
        </div>
      ) : stands ? (
        <span className="rounded-full bg-well px-3 py-1">
          {stand.power ? 'So it is on this bench' : 'Proven dead here'}
        </span>
      ) : (
        <Button look="strong" disabled={!isRead} onClick={bringAbout}>
          {stand.power ? 'It is so at the wall' : 'It is off, and I proved it dead'}
        </Button>
      )}
    </div>
  )
  return { ready: stands && !waiting, waiting, card }
}

/** By how much a sound part may be slower than the usual one. */
const SLOW = 1.2

/** What could hurt at this ask, and who may do it. */
export function Danger({ ask }: { ask: Proposed['ask'] }) {
  if (ask.line && ask.power)
    return (
      <p className="font-semibold text-bad">
        A reading on live line voltage: only for those licensed for it, one hand, fused leads with guarded tips, on dry
        ground. Nothing else tells the suspects apart; otherwise pass it over.
      </p>
    )
  if (ask.ask === 'stick')
    return (
      <p className="font-semibold">
        Beside whole insulation only: nothing touched, no cover off for it. A stick may glow at a dead core and stay
        dark at a live one. It never proves dead.
      </p>
    )
  if (ask.besideLine)
    return (
      <p className="font-semibold">
        {ask.ask === 'amps'
          ? 'Line voltage stands under the same cover as this wire: only for those who may work beside it, the clamp held behind its guard, and nothing else in there. Otherwise pass this one over.'
          : 'Line voltage stands under the same cover as one of these terminals: only for those who may work beside it, one hand, and leads with guarded tips. Otherwise pass this one over.'}
      </p>
    )
  if (ask.power)
    return (
      <p className="text-soft">
        {ask.ask === 'volts'
          ? 'Low-impedance volts on a live low-voltage circuit: covers off only where this reading is, nothing lifted, nothing linked. Code and licence come first.'
          : ask.ask === 'amps'
            ? 'A clamp round one conductor of a live low-voltage circuit, its insulation whole: no lead on anything, nothing pulled tight. Code and licence come first.'
            : 'Covers stay on.'}
      </p>
    )
  return (
    <p className="text-soft">
      {ask.line
        ? 'Locked off and proven dead by a proven tester, before a cover comes off. What is lifted is landed again, tight. Code and licence come first.'
        : 'Power off and proven dead here. What is lifted is landed again, tight. A stored-charge valve may still move by itself: fingers out.'}
    </p>
  )
}
