import type { Entry, Wire } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'

/** Is a conductor landed on the wall? Ticked, that is written down as an entry; unticked, the entry is taken back. */
export function LandedTick({ id, wire }: { id: string; wire: Wire }) {
  const { session, document, entries, found, plan } = useSession()
  const been = document.before !== null
  const tick = (on: boolean) => {
    const name = `Wire ${wire.label} ${on ? 'landed' : 'not landed'}`
    if (on) return session.enter([...hungFirst(), { kind: 'landed', wire: id, is: wire }], name)
    const last = entries.filter(({ body }) => body.kind === 'landed' && body.wire === id).at(-1)
    if (last) session.enter([{ kind: 'back', of: last.id }], name)
  }
  /** On new work a conductor is landed on parts that hang by then, in a cable that is run. */
  const hungFirst = (): Entry['body'][] => {
    const parts = [wire.from.part, wire.to.part].filter((part) => !found.job.parts[part] && plan.parts[part])
    const cable = wire.cable && !found.job.cables[wire.cable] ? wire.cable : undefined
    return [
      ...[...new Set(parts)].map((part) => ({ kind: 'part', does: 'fitted', part, is: plan.parts[part] })),
      ...(cable && plan.cables[cable] ? [{ kind: 'part', does: 'run', cable, is: plan.cables[cable] }] : []),
    ]
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
