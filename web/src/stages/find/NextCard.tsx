import { type Findings, type Job, type Proposed, placeOf, pointInWords, type UnitLeft } from '@civil-lantern/core'
import { useState } from 'react'
import { call } from '../../data/calls.ts'
import { useBench, useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { percent, standInWords, voltsTyped } from './in-words.ts'

/** The next thing to ask of the wall: where to stand, who calls, what to read, and what each answer would mean. */
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
  const { snapshot } = useBench()
  const { ask, stand, minutes, answers } = next
  const calling = snapshot?.verdict.zones.filter((zone) => zone.calling).map(({ zone }) => zone) ?? []
  const ready = calling.length === stand.length && stand.every((zone) => calling.includes(zone))
  const bringAbout = () => {
    for (const zone of Object.keys(job.zones))
      if (calling.includes(zone) !== stand.includes(zone)) call(session, job, zone, stand.includes(zone))
  }
  const enter = (body: Parameters<typeof session.enter>[0][number], name: string) => {
    session.enter([body], name)
    arrived()
  }
  return (
    <div data-ask={ask.id} data-stand={stand.join(' ')}>
      <Card
        title={`Next, ${minutes.toFixed(1)} min`}
        aside={job.places[ask.place]?.name}
        className="border-ink! border-2!"
      >
        <div className="grid gap-3 px-4 pt-1 pb-4">
          <p className="font-bold text-lg leading-snug">{ask.says}</p>
          <div className="flex flex-wrap items-center justify-between gap-2">
            <p>{standInWords(job, next)}</p>
            {ready ? (
              <span className="rounded-full bg-well px-3 py-1">So it is on this bench</span>
            ) : (
              <Button look="strong" onClick={bringAbout}>
                It is so at the wall
              </Button>
            )}
          </div>
          {ask.besideLine && (
            <p className="font-semibold">
              Line voltage stands under the same cover as one of these terminals: only for who may work beside it, one
              hand, and leads with guarded tips. Otherwise pass this one over.
            </p>
          )}
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
          {ask.ask === 'volts' ? (
            <Volts
              disabled={!ready}
              keep={(value, shows) =>
                enter(
                  {
                    kind: 'reading',
                    mode: 'loz',
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
              {answers.map(({ says }) => (
                <Button
                  key={says}
                  disabled={!ready}
                  onClick={() =>
                    enter({ kind: 'seen', what: 'word', of: `part:${ask.part}`, look: ask.ask, word: says }, says)
                  }
                  className="min-h-14"
                >
                  {says[0]!.toUpperCase()}
                  {says.slice(1)}
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
          <p className="text-soft">
            {ask.ask === 'volts'
              ? 'Low-impedance volts on a live low-voltage circuit: covers off only where this reading is, nothing lifted, nothing linked. Code and licence come first.'
              : 'Covers stay on.'}
          </p>
          <Button look="quiet" onClick={refuse} className="justify-self-start">
            I cannot do this one
          </Button>
        </div>
      </Card>
    </div>
  )
}

/** What would be written down of an ask, before it is answered. */
const emptyBody = (job: Job, { ask, from, to, part }: Proposed['ask']) =>
  ask === 'volts'
    ? { kind: 'reading', mode: 'loz', from: end(job, from!), to: end(job, to!), value: null, shows: '' }
    : { kind: 'seen', what: 'word', of: `part:${part}`, look: ask, word: 'cannot tell' }

const end = (job: Job, point: string) => ({
  point,
  says: pointInWords(job, point).slice(0, 200),
  place: placeOf(job, point),
})

function Volts({ disabled, keep }: { disabled: boolean; keep: (value: number, shows: string) => void }) {
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  return (
    <form
      className="grid gap-1"
      onSubmit={(event) => {
        event.preventDefault()
        const volts = voltsTyped(text)
        if (typeof volts === 'string') return setWrong(volts)
        keep(volts, `${volts.toFixed(1)} V`)
      }}
    >
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-40 grow">
          <span className="block text-soft">I read, in V</span>
          <input
            value={text}
            inputMode="decimal"
            disabled={disabled}
            aria-invalid={wrong !== ''}
            onChange={(event) => {
              setText(event.target.value)
              setWrong('')
            }}
            className="min-h-16 w-full rounded-card bg-display px-4 text-right font-mono text-3xl text-digits disabled:opacity-50"
          />
        </label>
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
                      [zone],
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
