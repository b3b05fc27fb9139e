import {
  addZone,
  asLeft,
  beginnings,
  begunFrom,
  blankJob,
  type Document,
  documentOf,
  type Practice,
  plannedJob,
  schemeCalled,
} from '@civil-lantern/core'
import { useState } from 'react'
import { toast } from 'sonner'
import { api, type JobRow } from '../../data/api.ts'
import { Button, Segments } from '../../ui/controls.tsx'
import { Choice } from '../../ui/fields.tsx'
import { Sheet } from '../../ui/sheet.tsx'
import { slug, useAddJob } from './add-job.ts'

type From = 'nothing' | 'way' | 'job'

/** Three questions: what it is called, which practice, and what to begin from. Then the survey, at its first zone. */
export function NewJob({
  open,
  onOpenChange,
  jobs,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  jobs: readonly JobRow[]
}) {
  const [title, setTitle] = useState('')
  const [practice, setPractice] = useState<Practice>('120')
  const [from, setFrom] = useState<From>('nothing')
  const [way, setWay] = useState('')
  const [old, setOld] = useState('')
  const [as, setAs] = useState<'planned' | 'left'>('planned')
  const add = useAddJob(() => {
    onOpenChange(false)
    setTitle('')
  }, '/survey')
  const ways = beginnings(practice).map(({ id, name }) => ({ value: id, says: name }))
  const scheme = schemeCalled(ways.some(({ value }) => value === way) ? way : (ways[0]?.value ?? ''))
  const oldOnes = jobs.filter((job) => job.practice === practice && job.shelf !== 'out')
  const oldOne = oldOnes.find(({ id }) => id === old) ?? oldOnes[0]

  async function begun(name: string): Promise<Document> {
    if (from === 'way' && scheme) return documentOf(begunFrom(scheme, name))
    if (from === 'job' && oldOne) {
      const { document } = await api.job(oldOne.id)
      const left = as === 'left' ? asLeft(document, (await api.entries(oldOne.id, 0)).entries) : undefined
      if (as === 'left' && !left)
        throw new Error('Nobody has been at the wall of that job: begin from its plan instead.')
      return left ? { ...left, title: name } : documentOf({ ...plannedJob(document), title: name, task: '' })
    }
    const job = blankJob(name, practice)
    addZone(job)
    return documentOf(job)
  }
  async function make() {
    const name = title.trim()
    if (!name) return
    try {
      add.mutate({ id: slug(name), document: await begun(name) })
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'The job to begin from cannot be read.')
    }
  }
  return (
    <Sheet title="New job" open={open} onOpenChange={onOpenChange}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void make()
        }}
      >
        <label>
          <span className="mb-1 block text-soft">Name of the site</span>
          <input
            value={title}
            maxLength={80}
            onChange={(e) => setTitle(e.target.value)}
            placeholder="Harbour mill, east wing"
            className="min-h-12 w-full rounded-control border border-line bg-paper px-3"
          />
        </label>
        <div>
          <div className="mb-1 text-soft">Practice: voltage, sizes and units</div>
          <Segments
            label="Practice"
            value={practice}
            options={[
              { value: '120', says: '120 V, AWG, ft' },
              { value: '230', says: '230 V, mm², m' },
            ]}
            onChange={setPractice}
          />
        </div>
        <div className="grid gap-3">
          <div>
            <div className="mb-1 text-soft">Begin from</div>
            <Segments
              label="Begin from"
              value={from}
              options={[
                { value: 'nothing', says: 'Nothing' },
                { value: 'way', says: 'A way of wiring' },
                ...(oldOnes.length > 0 ? [{ value: 'job' as const, says: 'An old job' }] : []),
              ]}
              onChange={setFrom}
            />
          </div>
          {from === 'way' && scheme && (
            <Choice
              label="Way of wiring"
              value={scheme.id}
              options={ways}
              onChange={setWay}
              {...(scheme.about[0] ? { hint: scheme.about[0] } : {})}
            />
          )}
          {from === 'job' && oldOne && (
            <Choice
              label="Old job"
              value={oldOne.id}
              options={oldOnes.map(({ id, title: name, task }) => ({
                value: id,
                says: task ? `${name}: ${task}` : name,
              }))}
              onChange={setOld}
            />
          )}
          {from === 'job' && oldOne && (
            <div>
              <Segments
                label="Of the old job"
                value={as}
                options={[
                  { value: 'planned', says: 'As planned' },
                  { value: 'left', says: 'As left' },
                ]}
                onChange={setAs}
              />
              <p className="mt-1 text-soft">
                {as === 'planned'
                  ? 'Its survey and its plan come along; what was seen and read on its wall does not.'
                  : 'Its survey and its wall come along as the last visit left it; what was left open is in the notes.'}
              </p>
            </div>
          )}
        </div>
        <Button look="strong" type="submit" disabled={title.trim() === '' || add.isPending}>
          Make the job
        </Button>
      </form>
    </Sheet>
  )
}
