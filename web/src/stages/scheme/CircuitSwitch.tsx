import type { Shows } from '../../data/desk.ts'
import { useSession } from '../../data/open-job.tsx'
import { Segments } from '../../ui/controls.tsx'

/** Which circuit is shown: the plan, the wall as it was found, or what is tried. */
export function CircuitSwitch() {
  const { session, shows } = useSession()
  return (
    <Segments<Shows>
      label="Circuit shown"
      value={shows}
      options={[
        { value: 'planned', says: 'planned' },
        { value: 'found', says: 'as found' },
        { value: 'tried', says: 'tried' },
      ]}
      onChange={session.show}
      className="no-print shrink-0"
    />
  )
}
