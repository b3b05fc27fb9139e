import {
  FIND_WORDS,
  type Findings,
  inOhms,
  type Job,
  type Proposed,
  placeOf,
  pointInWords,
  stampOf,
  standKey,
  type UnitLeft,
} from '@civil-lantern/core'
import { useState } from 'react'
import { call } from '../../data/calls.ts'
import { useBench, useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { GateCard } from '../hookup/GateCard.tsx'
import { useGate } from '../hookup/use-gate.ts'
import { beforeRepair, ohmsTyped, percent, standInWords, voltsTyped } from './in-words.ts'

/** The next thing to ask of the wall: where to stand, what to bring about, what to read, and what each answer would mean. */
export function NextCard({
  next,
  job,
  standIn,
  arrived,
  refuse,
}: {
  next: Proposed
  job: Job
  /** There is a stand-in wall that can be asked instead. */
  standIn: boolean
  /** Told with the answer: the technician now stands there. */
  arrived: () => void
  refuse: () => void
}) {
  const { session } = useSession()
  const { ask, stand, minutes, answers } = next
  const brought = useBrought(job, next)
  const enter = (body: Parameters<typeof session.enter>[0][number], name: string) => {
    session.enter([body], name, undefined, { stand: stampOf(job, stand, liftedBy(ask)) })
    arrived()
  }
  return (
    <div data-ask={ask.id} data-stand={standKey(stand)}>
      <Card
        title={`Next, ${minutes.toFixed(1)} min`}
        aside={job.places[ask.place]?.name}
        className="border-ink! border-2!"
      >
        <div className="grid gap-3 px-4 pt-1 pb-4">
          <p className="font-bold text-lg leading-snug">{ask.says}</p>
          {brought.card}
          <Danger ask={ask} />
          {standIn && (
            <Button
              look="strong"
              className="min-h-14"
              onClick={() => {
                session.askStandIn(emptyBody(job, ask), ask.ask, stand)
                arrived()
              }}
            >
              Measure on the stand-in
            </Button>
          )}
          {ask.from !== undefined ? (
            <Typed
              ohms={inOhms(ask.ask)}
              disabled={!brought.ready}
              keep={(value, shows) =>
                enter(
                  {
                    kind: 'reading',
                    mode: inOhms(ask.ask) ? 'ohms' : 'loz',
                    from: end(job, ask.from!),
                    to: end(job, ask.to!),
                    value,
                    shows,
                  },
                  `Reading ${shows}`,
                )
              }
            />
          ) : (
            <div className="grid grid-cols-2 gap-2">
              {(ask.words ?? FIND_WORDS[ask.ask] ?? []).map((word) => (
                <Button
                  key={word}
                  disabled={!brought.ready}
                  onClick={() => enter({ kind: 'seen', what: 'word', of: ofAsk(ask), look: ask.ask, word }, word)}
                  className="min-h-14"
                >
                  {word[0]!.toUpperCase()}
                  {word.slice(1)}
                </Button>
              ))}
            </div>
          )}
          <div>
            <h3 className="text-soft">What an answer would mean</h3>
            <ul>
              {answers.slice(0, 5).map(({ says, chance, leaves, leads }) => (
                <li key={says} className="border-line border-t py-1.5">
                  <b>{says}</b> <span className="text-soft">({percent(chance)})</span>:{' '}
                  {leaves <= 1 ? leads : `${leaves} left, ${leads} first`}
                </li>
              ))}
            </ul>
          </div>
          <Button look="quiet" onClick={refuse} className="justify-self-start">
            I cannot do this one
          </Button>
        </div>
      </Card>
    </div>
  )
}

/** The stand an ask wants: said, and whether it is brought about. Dead work on the line waits for the gate. */
function useBrought(job: Job, next: Proposed): { readonly ready: boolean; readonly card: React.ReactNode } {
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
function Danger({ ask }: { ask: Proposed['ask'] }) {
  if (ask.line && ask.power)
    return (
      <p className="font-semibold text-bad">
        A reading on live line voltage: only for who is licensed for it, one hand, fused leads with guarded tips, on dry
        ground. Nothing else tells the suspects apart; otherwise pass it over.
      </p>
    )
  if (ask.besideLine)
    return (
      <p className="font-semibold">
        Line voltage stands under the same cover as one of these terminals: only for who may work beside it, one hand,
        and leads with guarded tips. Otherwise pass this one over.
      </p>
    )
  if (ask.power)
    return (
      <p className="text-soft">
        {ask.ask === 'volts'
          ? 'Low-impedance volts on a live low-voltage circuit: covers off only where this reading is, nothing lifted, nothing linked. Code and licence come first.'
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

const liftedBy = (ask: Proposed['ask']): string | undefined => (ask.ask === 'alone' ? ask.from : undefined)
const ofAsk = ({ part, wire }: Proposed['ask']): string => (wire ? `wire:${wire}` : `part:${part}`)

/** What would be written down of an ask, before it is answered. */
const emptyBody = (job: Job, ask: Proposed['ask']) =>
  ask.from !== undefined
    ? {
        kind: 'reading',
        mode: inOhms(ask.ask) ? 'ohms' : 'loz',
        from: end(job, ask.from),
        to: end(job, ask.to!),
        value: null,
        shows: '',
      }
    : { kind: 'seen', what: 'word', of: ofAsk(ask), look: ask.ask, word: 'cannot tell' }

const end = (job: Job, point: string) => ({
  point,
  says: pointInWords(job, point).slice(0, 200),
  place: placeOf(job, point),
})

function Typed({
  ohms,
  disabled,
  keep,
}: {
  ohms: boolean
  disabled: boolean
  keep: (value: number | null, shows: string) => void
}) {
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  return (
    <form
      className="grid gap-1"
      onSubmit={(event) => {
        event.preventDefault()
        const read = ohms ? ohmsTyped(text) : voltsTyped(text)
        if (typeof read === 'string') return setWrong(read)
        if (read === Number.POSITIVE_INFINITY) keep(null, 'OL')
        else keep(read, `${ohms ? read : read.toFixed(1)} ${ohms ? 'Ω' : 'V'}`)
      }}
    >
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-40 grow">
          <span className="block text-soft">I read, in {ohms ? 'Ω' : 'V'}</span>
          <input
            value={text}
            inputMode={ohms ? 'text' : 'decimal'}
            disabled={disabled}
            aria-invalid={wrong !== ''}
            onChange={(event) => {
              setText(event.target.value)
              setWrong('')
            }}
            className="min-h-16 w-full rounded-card bg-display px-4 text-right font-mono text-3xl text-digits disabled:opacity-50"
          />
        </label>
        {ohms && (
          <Button disabled={disabled} onClick={() => keep(null, 'OL')} className="min-h-16 px-5">
            OL
          </Button>
        )}
        <Button type="submit" look="strong" disabled={disabled || text.trim() === ''} className="min-h-16 px-6">
          Keep it
        </Button>
      </div>
      {wrong && (
        <p role="alert" className="font-semibold text-bad">
          {wrong}
        </p>
      )}
      {disabled && <p className="text-soft">First let it stand so at the wall, and say that it does.</p>}
    </form>
  )
}

/** The search has come to its end: what to put right, or where to look. */
export function RepairCard({
  found,
  job,
  putRight,
}: {
  found: Findings
  job: Job
  putRight: (unit: UnitLeft) => void
}) {
  const { repair, look, units } = found
  const list = repair ? [repair] : look.length > 0 ? look : units.slice(0, 4)
  return (
    <Card title={repair ? 'Put this right' : 'Look at these, in this order'} className="border-ink! border-2!">
      <ol className="px-4 pt-1 pb-2">
        {list.map(({ unit, says, share, members }, i) => (
          <li
            key={unit}
            className="grid grid-cols-[2rem_minmax(0,1fr)_auto_auto] items-start gap-x-3 border-line border-t py-2.5"
          >
            <span className="font-mono text-soft">{i + 1}</span>
            <span>
              <b>{says}</b>
              <span className="text-soft">
                {placeSays(job, unit)}
                {members.slice(0, 4).map((one) => (
                  <span key={one.says} className="block">
                    {one.says}
                  </span>
                ))}
              </span>
            </span>
            <span className="font-mono">{percent(share)}</span>
            <Button aria-label={`Put right: ${says}`} onClick={() => putRight({ unit, says, share, members })}>
              Put right
            </Button>
          </li>
        ))}
      </ol>
      {list[0] && beforeRepair(list[0].unit) && (
        <p className="border-line border-t px-4 py-3 font-semibold">{beforeRepair(list[0].unit)}</p>
      )}
      <p className="border-line border-t px-4 py-3 text-soft">
        Power off and proven dead before a lead is moved or a cover inside is opened. Then let every zone call once,
        alone, and nobody: all valves shut, boiler and pump at rest.
      </p>
    </Card>
  )
}

const placeSays = (job: Job, unit: string): string => {
  const part = job.parts[unit.split('/')[0] ?? '']
  const place = part && job.places[part.place]?.name
  return place ? `, ${place}` : ''
}

/** After something was put right: does it heat now? That is the first thing to know. */
export function AfterRepair({ cold, job, standIn }: { cold: readonly string[]; job: Job; standIn: boolean }) {
  const { session } = useSession()
  const say = (zone: string, word: 'heats' | 'cold') =>
    session.enter([{ kind: 'seen', what: 'word', of: `zone:${zone}`, look: 'room', word }], word)
  return (
    <Card title="Put right. Does it heat now?" className="border-2! border-ink!">
      <ul className="px-4 pt-1 pb-3">
        {cold.map((zone) => (
          <li key={zone} className="flex flex-wrap items-center justify-between gap-2 border-line border-t py-2">
            <span className="font-semibold">{job.zones[zone]?.name}, called alone</span>
            <span className="flex flex-wrap gap-2">
              {standIn && (
                <Button
                  className="min-h-13"
                  onClick={() =>
                    session.askStandIn(
                      { kind: 'seen', what: 'word', of: `zone:${zone}`, look: 'room', word: 'cold' },
                      'room',
                      { calls: [zone], power: true },
                    )
                  }
                >
                  See on the stand-in
                </Button>
              )}
              <Button look="strong" onClick={() => say(zone, 'heats')} className="min-h-13">
                It heats
              </Button>
              <Button onClick={() => say(zone, 'cold')} className="min-h-13">
                Still cold
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </Card>
  )
}
