import { useQuery, useQueryClient } from '@tanstack/react-query'
import { toast } from 'sonner'
import { api } from '../../data/api.ts'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'

/** The stand-in wall of a job, if it has one. */
export const useStandIn = (job: string) =>
  useQuery({ queryKey: ['stand-in', job], queryFn: () => api.standIn(job) }).data

/** A broken boiler room for the desk: complaints to practise on, answered by the server, its secret kept there. */
export function StandInCard() {
  const { session } = useSession()
  const now = useStandIn(session.id)
  const queries = useQueryClient()
  const again = () => queries.invalidateQueries({ queryKey: ['stand-in', session.id] })
  const failed = (error: Error) => toast.error(error.message, { duration: 12_000 })
  if (!now || now.complaints.length === 0) return null
  const begin = async (id: string) => {
    const { says, cold, heats, told } = await api.beginStandIn(session.id, id)
    const words = [...cold.map((zone) => [zone, 'cold']), ...heats.map((zone) => [zone, 'heats'])].map(
      ([zone, word]) => ({ kind: 'seen', what: 'word', of: `zone:${zone}`, look: 'room', word }),
    )
    const opened = { kind: 'case', does: 'opened', complaint: says, zones: cold, ...(told ? { told } : {}) }
    session.enter([opened, ...words], 'Take a complaint in')
    await again()
  }
  const reveal = async () => {
    const { left } = await api.revealStandIn(session.id)
    toast(left.length === 0 ? 'Nothing was hidden any more.' : `Still hidden: ${left.join('; ')}.`, {
      duration: 15_000,
    })
    await again()
  }
  return (
    <Card
      title="Practise on the stand-in"
      aside={now.hides ? 'something is hidden in it' : 'a broken boiler room for the desk'}
    >
      <ul className="px-4 pt-1 pb-3">
        {now.complaints.map(({ id, level, says }) => (
          <li
            key={id}
            className="grid grid-cols-[4rem_minmax(0,1fr)_auto] items-center gap-2 border-line border-t py-1.5"
          >
            <span className="text-soft">{level}</span>
            <span>{says}</span>
            <Button onClick={() => void begin(id).catch(failed)} aria-label={`Take this: ${says}`}>
              Take this
            </Button>
          </li>
        ))}
      </ul>
      {now.hides && (
        <div className="border-line border-t px-4 py-2">
          <Button look="quiet" onClick={() => void reveal().catch(failed)}>
            Give up, or check: what is still hidden?
          </Button>
        </div>
      )}
    </Card>
  )
}
