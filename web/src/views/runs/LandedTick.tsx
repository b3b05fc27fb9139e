import { doneBodies, type Wire } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { sheetOf } from '../../data/run-sheet.ts'

/** Is a conductor landed on the wall? Ticked, that is written down as an entry; unticked, the entry is taken back. */
export function LandedTick({ id, wire }: { id: string; wire: Wire }) {
  const { session, document, entries, found, plan, as } = useSession()
  const been = document.before !== null
  // A row of the plan is told by the name that its conductor has on the wall, or will have there.
  const sheet = been && as === 'planned' ? sheetOf(plan, found.job) : undefined
  const here = sheet?.wires.get(id) ?? id
  const done = !sheet?.joins.some((join) => join.wire === here)
  const tick = (on: boolean) => {
    const name = `Wire ${wire.label} ${on ? 'landed' : 'not landed'}`
    if (on) {
      const bodies = sheet
        ? doneBodies(sheet, found.job, [{ does: 'land', wire: here }])
        : [{ kind: 'landed', wire: id, is: wire }]
      return session.enter(bodies, name)
    }
    const last = entries.filter(({ body }) => body.kind === 'landed' && body.wire === here).at(-1)
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
        checked={done && found.conductors[here] === 'landed'}
        onChange={(event) => tick(event.target.checked)}
        className="size-6 accent-ink"
      />
    </label>
  )
}
