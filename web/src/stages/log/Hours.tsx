import { ACTIVITIES, type Entry, hoursIn, inHours, type Job } from '@civil-lantern/core'
import { Square, Timer } from 'lucide-react'
import { useEffect, useState } from 'react'
import { shelf } from '../../base/shelf.ts'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { Menu, MenuItem } from '../../ui/menu.tsx'
import { GuessedHours } from './GuessedHours.tsx'

interface Running {
  readonly activity: (typeof ACTIVITIES)[number]
  readonly from: number
}

/** Time by what it goes on: begun and ended by one press each, kept on this device while it runs. */
export function Hours({ job, entries }: { job: Job; entries: readonly Entry[] }) {
  const { session } = useSession()
  const key = `hours:${session.id}`
  const [running, setRunning] = useState(() => shelf.get<Running>(key))
  const [now, setNow] = useState(Date.now)
  useEffect(() => {
    if (!running) return
    const timer = setInterval(() => setNow(Date.now()), 5000)
    return () => clearInterval(timer)
  }, [running])
  const sums = hoursIn(entries)
  const total = sums.reduce((sum, { minutes }) => sum + minutes, 0)
  const begin = (activity: Running['activity']) => {
    const next = { activity, from: Date.now() }
    shelf.put(key, next)
    setRunning(next)
    setNow(next.from)
  }
  const end = () => {
    if (!running) return
    // A clock that was put back must not give time that was never spent.
    const minutes = Math.min(1440, Math.max(0, (Date.now() - running.from) / 60_000))
    session.enter(
      [{ kind: 'hours', activity: running.activity, minutes: Math.round(minutes * 10) / 10 }],
      `${inHours(minutes)} ${running.activity}`,
    )
    shelf.drop(key)
    setRunning(undefined)
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      {running ? (
        <Button look="strong" onClick={end} className="flex items-center gap-2">
          <Square aria-hidden size={16} />
          End {running.activity}, {inHours((now - running.from) / 60_000)}
        </Button>
      ) : (
        <Menu
          trigger={
            <>
              <Timer aria-hidden size={18} />
              Begin the clock
            </>
          }
          className="flex min-h-11 items-center gap-2 rounded-control border border-line bg-card px-4 font-semibold hover:border-soft"
        >
          {ACTIVITIES.map((activity) => (
            <MenuItem key={activity} does={() => begin(activity)}>
              {activity}
            </MenuItem>
          ))}
        </Menu>
      )}
      <GuessedHours job={job} entries={entries} />
      {total > 0 && (
        <span
          className="text-soft"
          title={sums.map(({ activity, minutes }) => `${activity} ${inHours(minutes)}`).join(', ')}
        >
          {inHours(total)} so far: {sums.map(({ activity, minutes }) => `${activity} ${inHours(minutes)}`).join(', ')}
        </span>
      )}
    </div>
  )
}
