import { isDead, type Job, labelOf, plantOf } from '@civil-lantern/core'
import { Lock, LockOpen } from 'lucide-react'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { device } from '../../data/device.ts'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { Tick } from '../../ui/fields.tsx'
import type { KnownGate } from './use-gate.ts'

/** Off, locked, proven dead by a proven tester: what has to be so before steps on a dead circuit are shown. */
export function GateCard({ job, gate, folded = false }: { job: Job; gate: KnownGate; folded?: boolean }) {
  const { session } = useSession()
  const plant = useMemo(() => plantOf(job), [job])
  const { points } = gate
  const [open, setOpen] = useState(!folded)
  const [before, setBefore] = useState(false)
  const [after, setAfter] = useState(false)
  const [shown, setShown] = useState<Readonly<Record<string, string>>>({})
  const at = plant.isolators.slice(0, 1)
  const name = at[0] ? labelOf(job, at[0]) : 'the supply'
  const typed = points.filter(({ id }) => (shown[id] ?? '').trim() !== '')
  const ready = gate.off && gate.locks.length > 0
  const Sign = gate.open ? Lock : LockOpen
  const lockToo = () => session.enter([{ kind: 'power', does: 'off', at, lockedBy: device.name }], 'Off and locked')
  const provenDead = () =>
    session.enter(
      [
        {
          kind: 'dead',
          before,
          after,
          points: typed.map(({ id, from, to }) => ({ from, to, shows: shown[id]!.trim().slice(0, 40) })),
        },
      ],
      'Proven dead',
      () => {
        setBefore(false)
        setAfter(false)
        setShown({})
      },
    )
  return (
    <section
      aria-labelledby="gate"
      className={`rounded-card border bg-card px-4 py-3 ${gate.open ? 'border-ok' : 'border-bad'}`}
    >
      <div className="flex items-start gap-3">
        <Sign aria-hidden size={26} className={`mt-0.5 shrink-0 ${gate.open ? 'text-ok' : 'text-bad'}`} />
        <div className="min-w-0 grow">
          <h2 id="gate" className={gate.open ? 'sr-only' : 'font-bold'}>
            Isolation
          </h2>
          <p role="status" className={`font-semibold ${gate.open ? '' : 'text-bad'}`}>
            {gate.says}
          </p>
          <p className="text-[15px] text-soft">Only the lock and the tester count, never a screen.</p>
        </div>
        {!gate.open && !open && (
          <Button look="strong" onClick={() => setOpen(true)} className="shrink-0">
            Isolate it
          </Button>
        )}
        {gate.open && device.name !== '' && !gate.locks.includes(device.name) && (
          <Button onClick={lockToo} className="shrink-0">
            My lock is on too
          </Button>
        )}
        {gate.off && (
          <Button
            onClick={() => session.enter([{ kind: 'power', does: 'on', at }], 'Power is back')}
            className="shrink-0"
          >
            Power is back
          </Button>
        )}
      </div>
      {!gate.open && open && (
        <ol className="mt-3 grid gap-3 border-line border-t pt-3">
          <li className="flex flex-wrap items-center justify-between gap-2">
            <span>
              <strong>1.</strong> Open {name}, put your own lock on, keep the key.{' '}
              <Link to="../scheme/checks/live" className="underline underline-offset-4">
                What stays live
              </Link>
            </span>
            <Button look={ready ? 'plain' : 'strong'} onClick={lockToo}>
              {gate.locks.length > 0 ? 'My lock is on too' : 'Off, my lock is on'}
            </Button>
          </li>
          <li className={ready ? '' : 'opacity-60'}>
            <strong>2.</strong> Prove it dead.
            <Tick label="Tester proven on a live source" checked={before} onChange={setBefore} />
            <ul className="grid gap-2 py-1 sm:grid-cols-2">
              {points.map(({ id, says }) => (
                <li key={id}>
                  <label>
                    <span className="block text-soft">{says}</span>
                    <input
                      inputMode="decimal"
                      disabled={!ready}
                      value={shown[id] ?? ''}
                      onChange={(e) => setShown((all) => ({ ...all, [id]: e.target.value }))}
                      placeholder="what the tester shows, V"
                      aria-invalid={(shown[id] ?? '').trim() !== '' && !isDead(shown[id]!)}
                      className="min-h-11 w-full rounded-control border border-line bg-paper px-3 tabular-nums aria-invalid:border-bad"
                    />
                  </label>
                </li>
              ))}
            </ul>
            <Tick label="Tester proven again after" checked={after} onChange={setAfter} />
            <Button
              look="strong"
              disabled={!ready || !before || !after || typed.length < points.length}
              onClick={provenDead}
            >
              Proven dead
            </Button>
            {ready && typed.length < points.length && (
              <span className="pl-3 text-soft">
                {points.length - typed.length === 1
                  ? 'One point is left.'
                  : `${points.length - typed.length} points are left.`}
              </span>
            )}
          </li>
        </ol>
      )}
    </section>
  )
}
