import type { PartKind } from '@civil-lantern/core'
import { useState } from 'react'
import { toast } from 'sonner'
import { useSession } from '../../data/open-job.tsx'
import { BenchCheckCard } from '../../ui/BenchCheckCard.tsx'
import { Button } from '../../ui/controls.tsx'
import { benchNote } from './in-words.ts'

/** The new valve of a swap on its bench, and how it came out: kept as a note with the tag it is told by. */
export function NewOne({ kind, place }: { kind: PartKind; place: string }) {
  const { session } = useSession()
  const [tag, setTag] = useState('')
  const keep = (sound: boolean) =>
    session.enter([{ kind: 'note', text: benchNote(kind.name, place, tag, sound) }], 'Bench check', () => {
      setTag('')
      toast(sound ? 'Noted: it may be fitted.' : 'Noted: it is not fitted.')
    })
  return (
    <BenchCheckCard kind={kind}>
      <div className="no-print flex flex-wrap items-end gap-2 px-4 pb-3">
        <label className="min-w-40 grow">
          <span className="mb-1 block text-soft">Its tag, or what it is told by</span>
          <input
            value={tag}
            maxLength={60}
            onChange={(e) => setTag(e.target.value)}
            className="min-h-11 w-full rounded-control border border-soft bg-paper px-3"
          />
        </label>
        <Button onClick={() => keep(true)}>As it should</Button>
        <Button onClick={() => keep(false)}>Not as it should</Button>
      </div>
    </BenchCheckCard>
  )
}
