import type { Job, Proposed } from '@civil-lantern/core'
import { useState } from 'react'
import { call } from '../../data/calls.ts'
import { useBench, useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { GateCard } from '../hookup/GateCard.tsx'
import { useGate } from '../hookup/use-gate.ts'
import { standInWords } from './in-words.ts'

/** The stand an ask wants: said, and whether it is brought about. Dead work on the line waits for the gate. */
export function useBrought(job: Job, next: Proposed): { readonly ready: boolean; readonly card: React.ReactNode } {
  const { session } = useSession()
  const { snapshot } = useBench()
  const gate = useGate()
  const [said, setSaid] = useState(false)
  const { ask, stand } = next
  if (!stand.power && ask.line) return { ready: gate.open, card: <GateCard job={job} gate={gate} /> }
  const calling = snapshot?.verdict.zones.filter((zone) => zone.calling).map(({ zone }) => zone) ?? []
  const ready = stand.power
    ? calling.length === stand.calls.length && stand.calls.every((zone) => calling.includes(zone))
    : said || gate.open
  const bringAbout = () => {
    setSaid(true)
    for (const zone of Object.keys(job.zones))
      if (calling.includes(zone) !== stand.calls.includes(zone)) call(session, job, zone, stand.calls.includes(zone))
  }
  const card = (
    <div className="flex flex-wrap items-center justify-between gap-2">
      <p>{standInWords(job, next)}</p>
      {ready ? (
        <span className="rounded-full bg-well px-3 py-1">
          {stand.power ? 'So it is on this bench' : 'Proven dead here'}
        </span>
      ) : (
        <Button look="strong" onClick={bringAbout}>
          {stand.power ? 'It is so at the wall' : 'It is off, and I proved it dead'}
        </Button>
      )}
    </div>
  )
  return { ready, card }
}

/** What could hurt at this ask, and who may do it. */
export function Danger({ ask }: { ask: Proposed['ask'] }) {
  if (ask.line && ask.power)
    return (
      <p className="font-semibold text-bad">
        A reading on live line voltage: only for who is licensed for it, one hand, fused leads with guarded tips, on dry
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
          ? 'Line voltage stands under the same cover as this wire: only for who may work beside it, the clamp held behind its guard, and nothing else in there. Otherwise pass this one over.'
          : 'Line voltage stands under the same cover as one of these terminals: only for who may work beside it, one hand, and leads with guarded tips. Otherwise pass this one over.'}
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
