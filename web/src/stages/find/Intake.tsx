import { tellings, zonesInOrder } from '@civil-lantern/core'
import { useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card, Segments } from '../../ui/controls.tsx'
import { Pick } from '../../ui/pick.tsx'
import { StandInCard } from './StandIn.tsx'

type Room = 'cold' | 'heats' | 'uncalled' | 'unknown'
/** What is written down of a room. */
const WORD = { cold: 'cold', heats: 'heats', uncalled: 'heats uncalled' } as const

/** Taking a complaint in: what is said, and which rooms heat when they call. Under a minute, with one thumb. */
export function Intake() {
  const { session, plan } = useSession()
  const [says, setSays] = useState('')
  const [told, setTold] = useState('')
  const [rooms, setRooms] = useState<Readonly<Record<string, Room>>>({})
  const zones = zonesInOrder(plan)
  const troubled = zones.filter(({ id }) => rooms[id] === 'cold' || rooms[id] === 'uncalled').map(({ id }) => id)
  const wired = Object.keys(plan.wires).length > 0
  const open = () => {
    const words = zones.flatMap(({ id }) => {
      const room = rooms[id] ?? 'unknown'
      return room === 'unknown'
        ? []
        : [{ kind: 'seen', what: 'word', of: `zone:${id}`, look: 'room', word: WORD[room] }]
    })
    const said = troubled.map(
      (id) => `${plan.zones[id]!.name} ${rooms[id] === 'cold' ? 'stays cold' : 'heats though nobody calls'}`,
    )
    session.enter(
      [
        {
          kind: 'case',
          does: 'opened',
          complaint: says.trim() || said.join('; ').slice(0, 400),
          zones: troubled,
          ...(told ? { told } : {}),
        },
        ...words,
      ],
      'Take a complaint in',
    )
  }
  return (
    <div className="grid max-w-3xl grid-cols-[minmax(0,1fr)] gap-3 pb-4">
      <h1 tabIndex={-1} className="pt-1 font-bold text-xl outline-none">
        {wired ? 'What stays cold?' : 'Wire the job first: what is not on record cannot be searched.'}
      </h1>
      {wired && (
        <Card title="Each zone">
          <ul className="px-4 pt-1">
            {zones.map(({ id, number, name }) => (
              <li key={id} className="flex flex-wrap items-center justify-between gap-2 border-line border-t py-2">
                <span className="font-semibold">
                  <span className="font-mono">{number}</span> {name}
                </span>
                <Segments<Room>
                  label={name}
                  value={rooms[id] ?? 'unknown'}
                  options={[
                    { value: 'cold', says: 'stays cold' },
                    { value: 'heats', says: 'heats' },
                    { value: 'uncalled', says: 'heats uncalled' },
                    { value: 'unknown', says: 'not known' },
                  ]}
                  onChange={(room) => setRooms((all) => ({ ...all, [id]: room }))}
                />
              </li>
            ))}
          </ul>
          <div className="px-4 pt-2 sm:w-96">
            <span aria-hidden className="mb-1 block text-soft">
              When it is so
            </span>
            <Pick
              label="When it is so"
              value={told}
              options={[
                { value: '', says: 'Nobody can say' },
                ...tellings.map(({ id, says }) => ({ value: id, says })),
              ]}
              onChange={setTold}
              className="border border-soft bg-paper"
            />
          </div>
          <label className="block px-4 pt-2">
            <span className="mb-1 block text-soft">In their words</span>
            <textarea
              rows={2}
              maxLength={400}
              value={says}
              onChange={(event) => setSays(event.target.value)}
              placeholder="The upstairs is cold since Monday"
              className="w-full rounded-control border border-soft bg-paper p-3"
            />
          </label>
          <div className="flex flex-wrap items-center gap-3 px-4 pt-2 pb-4">
            <Button look="strong" disabled={troubled.length === 0} onClick={open} className="min-h-13 px-6">
              Find it
            </Button>
            {troubled.length === 0 && (
              <span className="text-soft">Say which zone stays cold, or heats though nobody calls.</span>
            )}
          </div>
        </Card>
      )}
      {wired && <StandInCard />}
      <p className="text-soft">
        The search asks for what runs and shows and for low-voltage readings; and once it is isolated and proven dead,
        for ohms, joints and single cores. For a reading on live line voltage it asks only where nothing else tells the
        suspects apart, and only those who may take it.
      </p>
    </div>
  )
}
