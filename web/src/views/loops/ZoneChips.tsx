import { zonesInOrder } from '@civil-lantern/core'
import { useBench, useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { useZoneInHand } from './zone-in-hand.ts'

/** The zones by number: whose loop the phone shows. Lit while it calls, edged while something is wrong. */
export function ZoneChips() {
  const { job } = useSession()
  const { snapshot } = useBench()
  const goTo = useWorkspace((w) => w.goTo)
  const here = useZoneInHand()
  return (
    <fieldset className="flex grow gap-1.5">
      <legend className="sr-only">Zone shown</legend>
      {zonesInOrder(job).map(({ id, number, name }) => {
        const standing = snapshot?.verdict.zones.find((z) => z.zone === id)
        return (
          <button
            key={id}
            type="button"
            aria-pressed={id === here}
            aria-label={`${number} ${name}${standing?.calling ? ', calls' : ''}${standing?.trouble ? ', something is wrong' : ''}`}
            onClick={() => goTo(id)}
            className={`min-h-11 min-w-11 grow rounded-control border font-mono font-semibold ${standing?.calling ? 'bg-lamp text-[#17242c]' : 'bg-well text-ink'} ${standing?.trouble ? 'border-bad border-2' : 'border-line'} aria-pressed:outline-2 aria-pressed:outline-ink aria-pressed:-outline-offset-4`}
          >
            {number}
          </button>
        )
      })}
    </fieldset>
  )
}
