import type { Job, Practice } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Segments } from '../../ui/controls.tsx'
import { TextField } from '../../ui/fields.tsx'

/** Whose plant it is, what they say of it, and where its water is shut off. */
export function SiteFields({ job }: { job: Job }) {
  const { session } = useSession()
  const { edit } = session
  const water = job.survey.water ?? { isolating: '', drain: '' }
  return (
    <div className="grid gap-4">
      <TextField
        label="What the people in the building say"
        lines={3}
        maxLength={4000}
        value={job.survey.complaints}
        onCommit={(text) => edit('Complaints', (d) => void (d.survey.complaints = text))}
      />
      <TextField
        label="Notes on the site"
        lines={2}
        maxLength={4000}
        value={job.site.notes}
        onCommit={(text) => edit('Site notes', (d) => void (d.site.notes = text))}
      />
      <TextField
        label="Isolating valves: where the water is shut off"
        value={water.isolating}
        onCommit={(isolating) => edit('Isolating valves', (d) => void (d.survey.water = { ...water, isolating }))}
      />
      <TextField
        label="Drain: where it is let out"
        value={water.drain}
        onCommit={(drain) => edit('Drain', (d) => void (d.survey.water = { ...water, drain }))}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField
          label="Name of the site"
          value={job.title}
          required
          maxLength={80}
          onCommit={(text) => edit('Site name', (d) => void (d.title = text))}
        />
        <TextField label="Task" value={job.task} onCommit={(text) => edit('Task', (d) => void (d.task = text))} />
        <TextField
          label="Address"
          value={job.site.address}
          onCommit={(text) => edit('Address', (d) => void (d.site.address = text))}
        />
        <TextField
          label="Contact"
          value={job.site.contact}
          onCommit={(text) => edit('Contact', (d) => void (d.site.contact = text))}
        />
        <div>
          <div className="mb-1 text-soft">Practice</div>
          <Segments<Practice>
            label="Practice"
            value={job.practice}
            options={[
              { value: '120', says: '120 V, AWG, ft' },
              { value: '230', says: '230 V, mm², m' },
            ]}
            onChange={(practice) => edit(`${practice} V practice`, (d) => void (d.practice = practice))}
          />
        </div>
        <div className="flex items-end">
          <a
            href={`/api/jobs/${session.id}/file`}
            download
            className="inline-flex min-h-11 items-center rounded-control border border-line px-4 font-semibold hover:border-soft"
          >
            Save the job as a file
          </a>
        </div>
      </div>
    </div>
  )
}
