import {
  addZone,
  fittingSchemes,
  type Job,
  kindOf,
  likeOf,
  MOST_ZONES,
  outOfStep,
  type Practice,
  zonesInOrder,
} from '@civil-lantern/core'
import { Link } from 'react-router'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card, Segments } from '../../ui/controls.tsx'
import { NumberField, TextField } from '../../ui/fields.tsx'
import { BoilerCard, SupplyChain } from './PlantCards.tsx'
import { ZoneCard } from './ZoneCard.tsx'

/** What is on the wall and what people complain of: only what decides the wiring. */
export function SurveyStage() {
  const { session, job } = useSession()
  const { edit } = session
  const zones = zonesInOrder(job)
  const { transformer } = job.survey
  return (
    <div className="grid gap-4 pb-6">
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 className="max-w-3xl text-xl font-bold">{verdict(job)}</h1>
        {zones.length > 0 && (
          <Link
            to={`/jobs/${session.id}/${Object.keys(job.parts).length === 0 ? 'survey/ways' : 'scheme'}`}
            className="inline-flex min-h-11 items-center rounded-control bg-ink px-4 font-semibold text-paper"
          >
            {Object.keys(job.parts).length === 0 ? 'Choose how it is wired' : 'To the circuit'}
          </Link>
        )}
      </div>
      <Card title="Zones" aside={`${zones.length} of at most ${MOST_ZONES}`}>
        <div className="grid gap-3 p-4">
          {zones.length === 0 && (
            <p className="text-soft">
              A zone is one thermostat and one valve. Add the first; the next ones start as copies of it.
            </p>
          )}
          {zones.map((zone) => (
            <ZoneCard key={zone.id} zone={zone} job={job} />
          ))}
          <Button
            disabled={zones.length >= MOST_ZONES}
            onClick={() => edit('Add a zone', (draft) => void addZone(draft))}
            className="justify-self-start"
          >
            Add a zone
          </Button>
        </div>
      </Card>
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <Card title="Supply chain" aside={`${job.practice} V line`}>
          <SupplyChain job={job} />
        </Card>
        <Card title="Control transformer">
          <div className="grid grid-cols-2 gap-4 px-4 py-3">
            <NumberField
              label="Rated load"
              unit="VA"
              min={5}
              max={500}
              value={transformer.va}
              onCommit={(va) => edit(`Transformer ${va} VA`, (d) => void (d.survey.transformer.va = va))}
            />
            <NumberField
              label="Unloaded"
              unit="V"
              min={5}
              max={60}
              value={transformer.openVolts}
              onCommit={(volts) =>
                edit(`Transformer ${volts} V unloaded`, (d) => void (d.survey.transformer.openVolts = volts))
              }
            />
            <NumberField
              label="Secondary fuse, 0 for none"
              unit="A"
              min={0}
              max={20}
              value={transformer.fuseAmps}
              onCommit={(amps) => edit(`Secondary fuse ${amps} A`, (d) => void (d.survey.transformer.fuseAmps = amps))}
            />
            <p className="col-span-2 text-soft">
              26 to 28 V unloaded is healthy. Fuse: rated VA / 24, next standard size up. A limited-energy circuit stays
              at or under 100 VA.
            </p>
          </div>
        </Card>
        <BoilerCard job={job} />
        <Card title="Complaints and notes">
          <div className="grid gap-4 px-4 py-3">
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
          </div>
        </Card>
        <Card title="Site" className="lg:col-span-2">
          <div className="grid gap-4 px-4 py-3 sm:grid-cols-2">
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
        </Card>
      </div>
    </div>
  )
}

function verdict(job: Job): string {
  const count = Object.keys(job.zones).length
  if (count === 0) return 'Add the zones: everything else has a usual value you can change.'
  const step = outOfStep(job)
  if (step.length > 0)
    return `${step[0]}${step.length > 1 ? ` And ${step.length - 1} more.` : ''} Wire it again under ways to wire it.`
  const ways = fittingSchemes(job).length
  const { kind } = job.survey.boiler
  const boiler = kind === '' ? 'No boiler here' : (kindOf({ kind: likeOf(job, kind) })?.name ?? 'Boiler')
  const zones = `${count} ${count === 1 ? 'zone' : 'zones'}. ${boiler}.`
  if (ways === 0) return `${zones} No way of wiring fits this yet: the ways say why.`
  return `${zones} ${ways === 1 ? 'One way' : `${ways} ways`} of wiring ${ways === 1 ? 'fits' : 'fit'}.`
}
