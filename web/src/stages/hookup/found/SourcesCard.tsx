import { type Entry, type Job, nodeInWords, type SourceRound, standOfRound } from '@civil-lantern/core'
import { useState } from 'react'
import { useSession } from '../../../data/open-job.tsx'
import { typedReading } from '../../../meter/typed-reading.ts'
import { Button, Card } from '../../../ui/controls.tsx'
import { Tick } from '../../../ui/fields.tsx'
import { pointAt } from './point.ts'

/**
 * One thing switched off, nobody calling, and the points whose volts then part most: what differs is not one. Another way than
 * to measure ohms, for who may work on live terminals.
 *
 * @param off whether power is noted as off: then somebody’s lock may be on, and nothing here asks for it back
 */
export function SourcesCard({ round, job, off }: { round: SourceRound; job: Job; off: boolean }) {
  const { session } = useSession()
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const [stands, setStands] = useState(false)
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({})
  const back = pointAt(job, round.to)
  const line = round.at.some((one) => one.line)
  const keep = () => {
    const [bodies, faults] = bodiesOf(job, round, typed)
    setWrong(faults)
    if (Object.keys(faults).length > 0) return
    session.enter(bodies, `Volts with ${round.off?.says ?? 'everything on'}`, undefined, {
      stand: standOfRound(job, round.off),
    })
    setTyped({})
  }
  return (
    <Card title="Or read volts" aside={round.off?.says ?? 'everything on'}>
      <div className="grid gap-3 px-4 pt-1 pb-4">
        <p>
          <span className="font-bold text-lg leading-snug">
            {round.off ? `${round.off.says}, everything else on.` : 'Everything on.'}
          </span>{' '}
          One lead stays on {back.says}. Points that differ are not one conductor.
        </p>
        <p className="font-semibold">
          {line
            ? 'Line voltage stands under these covers: only for those licensed for it, one hand, fused leads with guarded tips, a tester that was just tried. Otherwise leave it and measure ohms, dead.'
            : 'Live terminals: one hand, and a tester that was just tried.'}
        </p>
        {round.off?.comesOut && <p>The fuse is drawn, and put back, with the supply off and proved dead.</p>}
        {off ? (
          <p className="font-semibold text-bad">
            Power is noted as off. These are read with it on, once everybody’s lock is off and nobody has a hand in it.
          </p>
        ) : (
          <Tick
            label={`${round.off ? `${round.off.says} and tagged; every` : 'Every'} thermostat turned down, all at rest`}
            checked={stands}
            onChange={setStands}
          />
        )}
        <ul className="grid gap-1.5">
          {round.at.map(({ node }) => (
            <li key={node}>
              <label className="grid grid-cols-[minmax(0,1fr)_8rem] items-center gap-x-3">
                <span className="leading-snug">{nodeInWords(job, node)}</span>
                <span className="relative">
                  <input
                    value={typed[node] ?? ''}
                    inputMode="decimal"
                    disabled={!stands || off}
                    aria-invalid={wrong[node] !== undefined}
                    aria-label={`Volts at ${nodeInWords(job, node)}`}
                    onChange={({ target: { value } }) => setTyped({ ...typed, [node]: value })}
                    className="min-h-11 w-full rounded-control bg-display px-3 pr-8 text-right font-mono text-digits text-lg disabled:opacity-50"
                  />
                  <span
                    aria-hidden
                    className="pointer-events-none absolute inset-y-0 right-3 flex items-center text-digits"
                  >
                    V
                  </span>
                </span>
              </label>
              {wrong[node] && (
                <p role="alert" className="font-semibold text-bad">
                  {wrong[node]}
                </p>
              )}
            </li>
          ))}
        </ul>
        <Button
          look="strong"
          disabled={!stands || off || Object.values(typed).filter((text) => text.trim() !== '').length < 2}
          onClick={keep}
          className="min-h-13"
        >
          Keep these readings
        </Button>
      </div>
    </Card>
  )
}

/** What was typed as readings, and what is wrong with what is none; a point that nobody read is left out. */
export function bodiesOf(
  job: Job,
  { to, at }: SourceRound,
  typed: Readonly<Record<string, string>>,
): [Entry['body'][], Record<string, string>] {
  const bodies: Entry['body'][] = []
  const wrong: Record<string, string> = {}
  for (const { node } of at) {
    const text = typed[node] ?? ''
    if (text.trim() === '') continue
    const read = typedReading('loz', text)
    if (typeof read === 'string') wrong[node] = read
    else if (read.value === null) wrong[node] = 'OL is no reading in V: turn the meter up a range.'
    else bodies.push({ kind: 'reading', mode: 'loz', from: pointAt(job, node), to: pointAt(job, to), ...read })
  }
  return [bodies, wrong]
}
