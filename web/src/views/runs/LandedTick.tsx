import type { Wire } from '@civil-lantern/core'
import { hungFirst } from '../../data/landing.ts'
import { useSession } from '../../data/open-job.tsx'

/** Is a conductor landed on the wall? Ticked, that is written down as an entry; unticked, the entry is taken back. */
export function LandedTick({ id, wire }: { id: string; wire: Wire }) {
  const { session, document, entries, found, plan } = useSession()
  const been = document.before !== null
  const tick = (on: boolean) => {
    const name = `Wire ${wire.label} ${on ? 'landed' : 'not landed'}`
    if (on) return session.enter([...hungFirst(plan, found, wire), { kind: 'landed', wire: id, is: wire }], name)
    const last = entries.filter(({ body }) => body.kind === 'landed' && body.wire === id).at(-1)
    if (last) session.enter([{ kind: 'back', of: last.id }], name)
  }
  return (
    <label
      className="grid size-11 place-items-center"
      title={been ? undefined : 'Open the first visit under “as found”, then tick what is landed.'}
    >
      <input
        type="checkbox"
        aria-label={`Wire ${wire.label} is landed`}
        disabled={!been}
        checked={found.conductors[id] === 'landed'}
        onChange={(event) => tick(event.target.checked)}
        className="size-6 accent-ink"
      />
    </label>
  )
}
