import { useEffect, useState } from 'react'
import { outbox } from '../../data/browser-outbox.ts'
import type { Tally } from '../../data/outbox.ts'
import { usePhotosWaiting } from '../../data/photos.ts'
import { askToKeep, type Room, roomNow, sizeOf, warnsOf } from '../../data/room.ts'
import { Button } from '../../ui/controls.tsx'

const counted = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`

/** What lies in this browser, how much room it has, and whether it may clear it. */
export function OnThisDevice() {
  const photos = usePhotosWaiting(({ count }) => count)
  const [jobs, setJobs] = useState<readonly Tally[]>([])
  const [room, setRoom] = useState<Room>()
  const [asked, setAsked] = useState(false)
  useEffect(() => {
    void outbox.tally().then(setJobs, () => undefined)
    void roomNow().then(setRoom)
  }, [])
  const waits = jobs.reduce((sum, one) => sum + one.waits, 0) + photos
  const warns = room && warnsOf(room)
  return (
    <div className="grid justify-items-start gap-2">
      <p>
        {counted(jobs.filter(({ document }) => document).length, 'job lies', 'jobs lie')} here as last seen.{' '}
        {waits === 0 ? 'Nothing waits to be sent.' : `${counted(waits, 'thing waits', 'things wait')} to be sent.`}
      </p>
      {room?.used !== undefined && room.most !== undefined && (
        <p>
          {sizeOf(room.used)} of {sizeOf(room.most)} are taken.
        </p>
      )}
      {warns && <p className="font-semibold text-bad">{warns}</p>}
      {room?.promised === true && <p>This browser clears nothing of it by itself.</p>}
      {room?.promised === undefined && room && (
        <p>Over this address a browser promises nothing: short of room it may clear what lies here.</p>
      )}
      {room?.promised === false && (
        <>
          <p>
            {asked
              ? 'It has not promised: short of room this browser may clear what lies here. Put the program on the home screen, then ask again.'
              : 'Short of room this browser may clear what lies here, unless it is asked not to.'}
          </p>
          <Button
            onClick={async () => {
              await askToKeep()
              setAsked(true)
              setRoom(await roomNow())
            }}
          >
            Ask it to keep everything
          </Button>
        </>
      )}
    </div>
  )
}
