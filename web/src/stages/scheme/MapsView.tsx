import {
  assumedOf,
  certaintyAt,
  guardsOf,
  type Job,
  kindOf,
  type LiveTerminal,
  labelOf,
  Simulation,
} from '@civil-lantern/core'
import { useEffect, useMemo, useState } from 'react'
import { csv } from '../../base/csv.ts'
import { useBench, useJudge, useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { Button, Card, Segments } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import { Tick } from '../../ui/fields.tsx'
import { Working } from './Working.tsx'

type Which = 'dead' | 'live'

/** Which terminals are at potential: with switches open, whoever calls; or now, with who is calling. */
export function MapsView({ job }: { job: Job }) {
  const [which, setWhich] = useState<Which>('dead')
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <Segments<Which>
        label="Which map"
        value={which}
        options={[
          { value: 'dead', says: 'What still bites' },
          { value: 'live', says: 'Live now' },
        ]}
        onChange={setWhich}
        className="no-print justify-self-start"
      />
      {which === 'dead' ? <DeadMap job={job} /> : <LiveMap job={job} />}
    </div>
  )
}

/** Every terminal at potential as the bench stands: it follows the thermostats. */
function LiveMap({ job }: { job: Job }) {
  const { bench, snapshot } = useBench()
  useEffect(() => bench.watch({ live: true }), [bench])
  const found = snapshot?.live ?? []
  const calling = snapshot?.verdict.zones.filter((zone) => zone.calling).map(({ zone }) => job.zones[zone]?.name) ?? []
  const first = calling.length > 0 ? `Calling: ${calling.join(', ')}` : 'Nobody calls'
  return (
    <Found
      title={`${found.length} ${found.length === 1 ? 'terminal is' : 'terminals are'} expected live.`}
      says={`${first}. Let zones call by their numbers, and the map follows.`}
      name="live map"
      found={found}
      job={job}
    />
  )
}

/** Which terminals can still bite, with the switches open that somebody means to open, whoever calls. */
function DeadMap({ job }: { job: Job }) {
  const { judge, dead } = useJudge()
  const guards = useMemo(() => guardsOf(job, new Simulation(job)), [job])
  const isolator = guards.find((id) => kindOf(job.parts[id]!)?.class === 'switch')
  const [opened, setOpened] = useState<readonly string[]>(isolator ? [isolator] : [])
  const open = opened.filter((id) => guards.includes(id))
  const asked = open.join(' ')
  // biome-ignore lint/correctness/useExhaustiveDependencies: the list is told by its words
  useEffect(() => {
    if (dead.at !== 'cancelled') judge.lookForLive(job, open)
  }, [judge, job, asked, dead.at])
  const found = dead.at === 'done' ? dead.result : []
  const line = found.filter((one) => one.line).length
  return (
    <>
      <Card title="Open these" aside="everything else stays as it is">
        <div className="flex flex-wrap gap-x-6 px-4 py-2">
          {guards.map((id) => (
            <Tick
              key={id}
              label={labelOf(job, id)}
              checked={open.includes(id)}
              onChange={(on) => setOpened(on ? [...open, id] : open.filter((one) => one !== id))}
            />
          ))}
        </div>
      </Card>
      <Working what="The dead map" state={dead} cancel={() => judge.cancel('dead')} again={() => judge.again('dead')} />
      {dead.at === 'done' && (
        <Found
          title={
            found.length === 0
              ? 'No terminal is expected to bite.'
              : `${found.length} ${found.length === 1 ? 'terminal' : 'terminals'} can still bite${line > 0 && line < found.length ? `, ${line} at line voltage` : ''}.`
          }
          says={`By this record, with ${open.length === 0 ? 'nothing' : open.map((id) => labelOf(job, id)).join(', ')} open and any thermostats calling. It proves nothing dead: isolate, lock off, prove your tester, prove dead, prove your tester again.`}
          name="dead map"
          found={found}
          job={job}
        />
      )}
    </>
  )
}

function Found({
  title,
  says,
  name,
  found,
  job,
}: {
  title: string
  says: string
  name: string
  found: readonly LiveTerminal[]
  job: Job
}) {
  const pick = useWorkspace((w) => w.pick)
  const { as, found: wall, document } = useSession()
  const sure = (one: LiveTerminal) => as === 'found' && certaintyAt(wall, one.part, one.terminal) === 'seen'
  const { assumed, of } = assumedOf(wall)
  const record =
    as !== 'found'
      ? document.before === null
        ? 'This is the plan: nobody has been at the wall yet.'
        : 'This is the plan: what hangs on the wall may be otherwise. As found shows it.'
      : assumed > 0
        ? `${assumed} of ${of} conductors are assumed. Until they are seen, treat terminals that are not listed as live too.`
        : ''
  return (
    <Card
      title={title}
      aside={
        found.length > 0 && (
          <span className="no-print flex gap-2">
            <Button
              look="quiet"
              onClick={() => download(`${job.title}, ${name}.csv`, csv(rowsOf(found, sure)), 'text/csv')}
            >
              CSV
            </Button>
            <Button look="quiet" onClick={() => window.print()}>
              Print
            </Button>
          </span>
        )
      }
    >
      <p className="px-4 pt-1 text-soft">{says}</p>
      {record && <p className="px-4 pt-1 font-semibold">{record}</p>}
      {found.length > 0 && (
        <table className="mx-4 my-2 w-[calc(100%-2rem)] text-[15px]">
          <thead>
            <tr className="text-left text-soft">
              <th scope="col" className="font-semibold">
                Terminal
              </th>
              <th scope="col" className="font-semibold">
                Place
              </th>
              <th scope="col" className="text-right font-semibold">
                Volts, expected
              </th>
              <th scope="col" className="pl-4 font-semibold">
                From, when
              </th>
            </tr>
          </thead>
          <tbody>
            {found.map((one) => {
              const { part, terminal, says, place, volts, from, when, line: bites } = one
              return (
                <tr key={`${part}.${terminal}`} className="border-line border-t align-baseline">
                  <th scope="row" className="py-0.5 pr-3 text-left">
                    <button
                      type="button"
                      onClick={() => pick({ part })}
                      className={`min-h-9 text-left font-semibold ${bites ? 'text-bad' : ''}`}
                    >
                      {says}
                    </button>
                  </th>
                  <td className="py-0.5 pr-3">{place}</td>
                  <td className="py-0.5 text-right font-mono">{volts.toFixed(0)}</td>
                  <td className="py-0.5 pl-4">
                    {from}, {when}
                    {as === 'found' && !sure(one) && <span className="text-soft">; assumed until seen</span>}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      )}
    </Card>
  )
}

const rowsOf = (found: readonly LiveTerminal[], sure: (one: LiveTerminal) => boolean): string[][] => [
  ['terminal', 'place', 'volts expected', 'from', 'when', 'wall'],
  ...found.map((one) => [
    one.says,
    one.place,
    one.volts.toFixed(1),
    one.from,
    one.when,
    sure(one) ? 'seen' : 'assumed',
  ]),
]
