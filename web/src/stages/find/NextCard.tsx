import {
  FIND_WORDS,
  type Job,
  lookedAt,
  type Proposed,
  placeOf,
  pointInWords,
  readIn,
  type Strip,
  stampOf,
  standKey,
} from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { AskDrawing } from './AskDrawing.tsx'
import { Danger, useBrought } from './Brought.tsx'
import { percent } from './in-words.ts'
import { Typed } from './Typed.tsx'

/** The next thing to ask of the wall: where to stand, what to bring about, what to read, and what each answer would mean. */
export function NextCard({
  next,
  strip,
  job,
  isRead,
  standIn,
  arrived,
  refuse,
}: {
  next: Proposed
  /** The copper it is about, where it is about any. */
  strip: Strip | undefined
  job: Job
  /** Nothing is taken before it has stood there long enough to be read. */
  isRead: boolean
  /** There is a stand-in wall that can be asked instead. */
  standIn: boolean
  /** Told with the answer: the technician now stands there. */
  arrived: () => void
  refuse: () => void
}) {
  const { session } = useSession()
  const { ask, stand, minutes, answers } = next
  const brought = useBrought(job, next, isRead)
  const ready = brought.ready && isRead
  const enter = (body: Parameters<typeof session.enter>[0][number], name: string) => {
    session.enter([body], name, undefined, { stand: stampOf(job, stand, liftedBy(ask)) })
    arrived()
  }
  return (
    <div data-ask={ask.id} data-stand={standKey(stand)}>
      <Card
        title={`Next, ${minutes.toFixed(1)} min`}
        aside={job.places[ask.place]?.name}
        className="border-ink! border-2!"
      >
        <div className="grid gap-3 px-4 pt-1 pb-4">
          <p className="font-bold text-lg leading-snug">{ask.says}</p>
          {strip && <AskDrawing ask={ask} strip={strip} job={job} />}
          {brought.card}
          <Danger ask={ask} />
          {standIn && (
            <Button
              look="strong"
              className="min-h-14"
              disabled={!isRead}
              onClick={() => {
                session.askStandIn(emptyBody(job, ask), ask.ask, stand, liftedBy(ask))
                arrived()
              }}
            >
              Measure on the stand-in
            </Button>
          )}
          {ask.from !== undefined ? (
            <Typed
              mode={modeOf(ask)}
              disabled={!ready}
              whyNot={brought.waiting ? 'What is read before all is at rest says nothing.' : undefined}
              keep={({ shows, ...read }) =>
                enter(
                  {
                    kind: 'reading',
                    mode: modeOf(ask),
                    from: end(job, ask.from!),
                    to: end(job, ask.to!),
                    ...read,
                    shows,
                  },
                  `Reading ${shows}`,
                )
              }
            />
          ) : (
            <div className="grid grid-cols-2 gap-2">
              {(ask.words ?? FIND_WORDS[ask.ask] ?? []).map((word) => (
                <Button
                  key={word}
                  disabled={!ready}
                  onClick={() => enter({ kind: 'seen', what: 'word', of: lookedAt(ask), look: ask.ask, word }, word)}
                  className="min-h-14"
                >
                  {word[0]!.toUpperCase()}
                  {word.slice(1)}
                </Button>
              ))}
            </div>
          )}
          <div>
            <h3 className="text-soft">What an answer would mean</h3>
            <ul>
              {answers.slice(0, 5).map(({ says, chance, leaves, leads }) => (
                <li key={says} className="border-line border-t py-1.5">
                  <b>{says}</b> <span className="text-soft">({percent(chance)})</span>:{' '}
                  {leaves <= 1 ? leads : `${leaves} left, ${leads} first`}
                </li>
              ))}
            </ul>
          </div>
          <Button look="quiet" onClick={refuse} disabled={!isRead} className="justify-self-start">
            I cannot do this one
          </Button>
        </div>
      </Card>
    </div>
  )
}

const liftedBy = (ask: Proposed['ask']): string | undefined => (ask.ask === 'alone' ? ask.from : undefined)
/** How the meter is set for what is read in a unit. */
const MODES = { V: 'loz', Ω: 'ohms', A: 'amps' } as const
const modeOf = ({ ask }: Proposed['ask']) => MODES[readIn(ask) ?? 'V']

/** What would be written down of an ask, before it is answered. */
const emptyBody = (job: Job, ask: Proposed['ask']) =>
  ask.from !== undefined
    ? {
        kind: 'reading',
        mode: modeOf(ask),
        from: end(job, ask.from),
        to: end(job, ask.to!),
        value: null,
        shows: '',
      }
    : { kind: 'seen', what: 'word', of: lookedAt(ask), look: ask.ask, word: 'cannot tell' }

const end = (job: Job, point: string) => ({
  point,
  says: pointInWords(job, point).slice(0, 200),
  place: placeOf(job, point),
})
