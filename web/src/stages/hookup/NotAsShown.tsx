import { type Join, otherwiseBodies, type RunSheet, type Wire } from '@civil-lantern/core'
import { useState } from 'react'
import { useBench, useSession } from '../../data/open-job.tsx'
import { COLOURS } from '../../ui/colours.ts'
import { Button } from '../../ui/controls.tsx'
import { Choice } from '../../ui/fields.tsx'
import { SearchList } from '../../ui/search-list.tsx'
import { Sheet } from '../../ui/sheet.tsx'
import { pointsOf } from '../../views/points.ts'

/** What is there instead: colour, and where each end really goes. Written down as seen; the plan stays as it is. */
export function NotAsShown({ join, sheet, close }: { join: Join; sheet: RunSheet; close: () => void }) {
  const { session, found } = useSession()
  const { snapshot } = useBench()
  const shown: Wire | undefined = found.job.wires[join.wire] ?? sheet.plan.wires[join.wire]
  const [wire, setWire] = useState(shown)
  const [side, setSide] = useState<'from' | 'to'>()
  if (!wire) return null
  const name = `Wire ${join.label}`
  const points = pointsOf(found.job, snapshot?.wrong ?? []).filter(({ point }) => !point.includes(':'))
  const says = ({ part, terminal }: Wire['from']) =>
    points.find(({ point }) => point === `${part}.${terminal}`)?.says ?? `${part} ${terminal}`
  const write = (is: Wire | null) => {
    session.enter(otherwiseBodies(sheet, found.job, join.wire, is), `${name} seen otherwise`)
    close()
  }
  return (
    <Sheet title={`${name}: what is there`} open onOpenChange={(open) => !open && close()}>
      {side ? (
        <SearchList
          placeholder="Part or terminal"
          items={points.map(({ point, says: words, place }) => ({ key: point, says: words, aside: place }))}
          onPick={(point) => {
            const [part = '', terminal = ''] = point.split('.')
            setWire({ ...wire, [side]: { part, terminal } })
            setSide(undefined)
          }}
        />
      ) : (
        <div className="grid gap-3">
          {(['from', 'to'] as const).map((one) => (
            <div key={one} className="flex flex-wrap items-center justify-between gap-2">
              <span>
                {one === 'from' ? 'One end' : 'The other'}: <strong>{says(wire[one])}</strong>
              </span>
              <Button onClick={() => setSide(one)}>Somewhere else</Button>
            </div>
          ))}
          <Choice
            label="Colour"
            value={wire.colour}
            options={[...new Set([...COLOURS, wire.colour])].map((value) => ({ value, says: value }))}
            onChange={(colour) => setWire({ ...wire, colour })}
          />
          <div className="flex flex-wrap gap-2">
            <Button look="strong" onClick={() => write(wire)}>
              This is there
            </Button>
            <Button onClick={() => write(null)}>There is no such wire</Button>
          </div>
          <p className="text-soft">Covers off only where it is off and proven dead.</p>
        </div>
      )}
    </Sheet>
  )
}
