import {
  type AskStand,
  type Job,
  type Pattern,
  ROOMS,
  Rooms,
  type Seen,
  stampOf,
  standKey,
  zonesInOrder,
} from '@civil-lantern/core'
import { ChevronDown } from 'lucide-react'
import { useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card, Segments } from '../../ui/controls.tsx'
import { Pick } from '../../ui/pick.tsx'
import { callsInWords } from './in-words.ts'

type Room = 'heats' | 'cold' | ''

/** Which room heats on which call: what is known without a meter, the pattern it falls into named first. */
export function RoomsCard({
  job,
  seen,
  cold,
  standIn,
  patterns,
}: {
  job: Job
  seen: readonly Seen[]
  /** Zones the complaint is about. */
  cold: readonly string[]
  /** There is a stand-in wall that can be asked instead. */
  standIn: boolean
  patterns: readonly Pattern[]
}) {
  const { session } = useSession()
  const zones = zonesInOrder(job)
  const evidence = seen.map((one) => one.evidence)
  const since = evidence.slice(evidence.findLastIndex((one) => one.is === 'repair') + 1)
  const rooms = new Rooms(job, since)
  const [first] = cold
  const stands: readonly AskStand[] = [
    // The zone complained of with each other tells most, and is asked first.
    ...(first === undefined ? [] : zones.flatMap(({ id }) => (id === first ? [] : [[first, id]]))),
    ...zones.map(({ id }) => [id]),
    [],
  ].map((calls) => ({ calls, power: true }))
  const [chosen, setChosen] = useState(standKey(stands[0]!))
  const stand = stands.find((one) => standKey(one) === chosen) ?? stands[0]!
  const body = (zone: string, word: string) => ({ kind: 'seen', what: 'word', of: `zone:${zone}`, look: ROOMS, word })
  const say = (zone: string, room: Room) => {
    const old = seen.findLast(
      ({ evidence: one }) =>
        one.is === 'room' &&
        one.zone === zone &&
        standKey({ calls: one.calls ?? [zone], power: true }) === standKey(stand),
    )
    if (room === '') {
      if (old) session.enter([{ kind: 'back', of: old.entry }], 'Take an entry back')
    } else
      session.enter([body(zone, room)], `${job.zones[zone]!.name} ${room}`, undefined, { stand: stampOf(job, stand) })
  }
  return (
    <Card title="Which room heats on which call">
      {patterns.length > 0 && (
        <ul className="px-4 pt-1">
          {patterns.slice(0, 3).map(({ id, says, facts }) => (
            <li key={id} className="border-line border-t py-2">
              <b>{says}</b>
              {facts.map((fact) => (
                <span key={fact} className="block text-soft">
                  {fact}
                </span>
              ))}
            </li>
          ))}
        </ul>
      )}
      <details className="px-4 pb-3">
        <summary className="flex min-h-11 items-center justify-between font-semibold">
          Say what else heats, or stays cold <ChevronDown aria-hidden size={17} className="text-soft" />
        </summary>
        <div className="sm:w-96">
          <Pick
            label="While these call, and no other"
            value={standKey(stand)}
            options={stands.map((one) => ({ value: standKey(one), says: callsInWords(job, one.calls) }))}
            onChange={setChosen}
            className="border border-soft bg-paper"
          />
        </div>
        <ul className="pt-2">
          {zones.map(({ id, number, name }) => {
            const heats = rooms.heats(id, stand.calls)
            return (
              <li key={id} className="flex flex-wrap items-center justify-between gap-2 border-line border-t py-2">
                <span className="font-semibold">
                  <span className="font-mono">{number}</span> {name}
                </span>
                <span className="flex flex-wrap gap-2">
                  {standIn && heats === undefined && (
                    <Button onClick={() => session.askStandIn(body(id, 'cold'), 'room', stand)}>
                      See on the stand-in
                    </Button>
                  )}
                  <Segments<Room>
                    label={`${name}, while ${callsInWords(job, stand.calls)}`}
                    value={heats === undefined ? '' : heats ? 'heats' : 'cold'}
                    options={[
                      { value: 'heats', says: 'heats' },
                      { value: 'cold', says: 'stays cold' },
                      { value: '', says: 'not known' },
                    ]}
                    onChange={(room) => say(id, room)}
                  />
                </span>
              </li>
            )
          })}
        </ul>
      </details>
    </Card>
  )
}
