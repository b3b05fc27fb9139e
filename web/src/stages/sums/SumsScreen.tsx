import type { Practice } from '@civil-lantern/core'
import { useState } from 'react'
import { useParams } from 'react-router'
import { toast } from 'sonner'
import { shelf } from '../../base/shelf.ts'
import { useSession } from '../../data/open-job.tsx'
import { BoardLine } from '../../ui/BoardLine.tsx'
import { Segments } from '../../ui/controls.tsx'
import { SumsView } from './SumsView.tsx'

/** The sums outside a job, in either practice. */
export function SumsScreen() {
  const { sum } = useParams()
  const [practice, setPractice] = useState<Practice>(() => shelf.get<Practice>('practice') ?? '120')
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
      <BoardLine here="sums" />
      <main className="overflow-y-auto px-4">
        <SumsView
          at="/sums"
          chosen={sum}
          practice={practice}
          aside={
            <Segments<Practice>
              label="Units"
              value={practice}
              options={[
                { value: '120', says: '120 V, AWG, ft' },
                { value: '230', says: '230 V, mm², m' },
              ]}
              onChange={(next) => {
                setPractice(next)
                shelf.put('practice', next)
              }}
            />
          }
        />
      </main>
    </div>
  )
}

/** The sums inside a job: in its practice, and with its log at hand. */
export function JobSums() {
  const { sum } = useParams()
  const { session, plan } = useSession()
  return (
    <SumsView
      at={`/jobs/${session.id}/sums`}
      chosen={sum}
      practice={plan.practice}
      keep={(text) => {
        session.enter([{ kind: 'note', text }], 'A sum into the log', () => toast('In the log as a note.'))
      }}
    />
  )
}
