import { type Means, type Tool, tools } from '@civil-lantern/core'
import { useState } from 'react'
import { shelf } from '../../base/shelf.ts'
import { Tick } from '../../ui/fields.tsx'

/** What whoever has this device carries, and may do; what is not carried is not offered. Kept on the device. */
export function useMeans() {
  const [means, setMeans] = useState<Means>(() => shelf.get<Means>('means') ?? {})
  return [
    means,
    (next: Means) => {
      shelf.put('means', next)
      setMeans(next)
    },
  ] as const
}

/** The same, to be said. */
export function MeansCard({ means, change }: { means: Means; change: (means: Means) => void }) {
  const { without = [], deadOnly = false } = means
  const carry = (tool: Tool, has: boolean) =>
    change({ ...means, without: has ? without.filter((one) => one !== tool) : [...without, tool] })
  return (
    <fieldset>
      <legend className="text-soft">What may be asked</legend>
      <Tick
        label="Dead work only: nothing live is touched"
        checked={deadOnly}
        onChange={(only) => change({ ...means, deadOnly: only })}
      />
      {tools.map(({ tool, says }) => (
        <Tick
          key={tool}
          label={`I have ${says}`}
          checked={!without.includes(tool)}
          onChange={(has) => carry(tool, has)}
        />
      ))}
    </fieldset>
  )
}
