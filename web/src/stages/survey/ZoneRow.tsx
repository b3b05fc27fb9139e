import {
  catalogue,
  isWaxHead,
  type Job,
  lengthFrom,
  lengthUnit,
  likeOf,
  metresFrom,
  type PartKind,
  placeNamed,
  type zonesInOrder,
} from '@civil-lantern/core'
import { type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { carry, kindChoices, useOwnKinds } from '../../data/own-kinds.ts'
import { KindDrawing } from '../../ui/KindDrawing.tsx'
import { Pick } from '../../ui/pick.tsx'
import { ZoneMenu } from './ZoneMenu.tsx'

/** What can ask a valve to open. */
const asks = (kind: PartKind) => kind.class === 'thermostat' || kind.class === 'controller'
const opens = (kind: PartKind) => kind.class === 'valve'
const short = (says: string) =>
  says
    .replace(/^(Thermostat|Zone valve|Room thermostat or receiver), /, '')
    .replace(/^./, (first) => first.toLowerCase())

/**
 * One zone as a row of the wall: what asks, what opens, where each hangs. Everything in it is changed in place.
 * @param fresh the first zone of a new job: the cursor stands in its name
 */
export function ZoneRow({
  zone,
  job,
  fresh,
}: {
  zone: ReturnType<typeof zonesInOrder>[number]
  job: Job
  fresh: boolean
}) {
  const { session } = useSession()
  const own = useOwnKinds()
  const edit = (name: string, recipe: (draft: Job['zones'][string], job: Job) => void) =>
    session.edit(`${zone.name}: ${name}`, (draft) => recipe(draft.zones[zone.id]!, draft))
  const drawn = (fits: (kind: PartKind) => boolean) =>
    kindChoices(job, own, fits).map(({ value, says }) => ({
      value,
      says: short(says),
      draws: <KindDrawing kind={catalogue.get(likeOf(job, value)) ?? ownLike(own, value)} />,
    }))
  const askers = drawn(asks)
  const openers = [
    ...drawn(opens),
    { value: '', says: 'none: beside a diverter', draws: <KindDrawing kind={undefined} /> },
  ]
  return (
    <li className="grid grid-cols-[36px_minmax(0,1fr)_44px] items-center gap-x-2 border-line border-b px-3 py-0.5 md:grid-cols-[32px_minmax(0,0.75fr)_minmax(0,1.3fr)_minmax(0,1.4fr)_44px]">
      <span className="text-center text-lg font-bold">{zone.number}</span>
      <div className="min-w-0">
        <Inline
          label={`Name of zone ${zone.number}`}
          value={zone.name}
          focused={fresh}
          strong
          onCommit={(name) => edit(`name ${name}`, (z) => void (z.name = name))}
        />
        <Said zone={zone} job={job} />
      </div>
      <div className="col-start-3 row-start-1 md:col-start-5">
        <ZoneMenu zone={zone} job={job} edit={edit} />
      </div>
      <div className="col-span-full row-start-2 min-w-0 md:col-span-1 md:col-start-3 md:row-start-1">
        <Device
          label={`What asks for zone ${zone.number}`}
          value={zone.thermostatKind}
          options={askers}
          onChange={(kind) =>
            edit('thermostat', (z, d) => {
              z.thermostatKind = kind
              carry(d, own, kind)
            })
          }
        >
          <Inline
            label={`Where it hangs, zone ${zone.number}`}
            value={job.places[zone.place]?.name ?? ''}
            onCommit={(name) => edit(`thermostat at ${name}`, (z, d) => void (z.place = placeNamed(d, name)))}
          />
          <Length zone={zone} job={job} onCommit={(run) => edit('cable length', (z) => void (z.run = run))} />
        </Device>
      </div>
      <div className="col-span-full row-start-3 min-w-0 md:col-span-1 md:col-start-4 md:row-start-1">
        <Device
          label={`What opens zone ${zone.number}`}
          value={zone.valveKind}
          options={openers}
          onChange={(kind) =>
            edit('valve', (z, d) => {
              z.valveKind = kind
              carry(d, own, kind)
            })
          }
        >
          <Inline
            label={`Where its valve hangs, zone ${zone.number}`}
            value={job.places[zone.valvePlace]?.name ?? ''}
            onCommit={(name) => edit(`valve at ${name}`, (z, d) => void (z.valvePlace = placeNamed(d, name)))}
          />
        </Device>
      </div>
    </li>
  )
}

const ownLike = (own: ReturnType<typeof useOwnKinds>, id: string) => {
  const like = own.find((one) => one.id === id)?.kind.like
  return like ? catalogue.get(like) : undefined
}

/** What is particular about a zone, in a word or three; nothing where it is plain heating. */
function Said({ zone, job }: { zone: ReturnType<typeof zonesInOrder>[number]; job: Job }) {
  const follows = catalogue.get(likeOf(job, zone.valveKind))?.roles.listens !== undefined
  const loops = isWaxHead({ valveKind: likeOf(job, zone.valveKind) })
  const said = [
    zone.hotWater && 'hot water',
    loops && (zone.heads ?? 1) > 1 && `${zone.heads} heads`,
    zone.ownPump && (loops ? 'manifold pump' : 'own pump'),
    zone.transformer && zone.transformer > 1 && `on transformer ${zone.transformer}`,
    follows && (zone.signal ?? '2-10 V').replace('-', ' to '),
    zone.head && `head comes off ${zone.head}`,
  ].filter(Boolean)
  return <p className="truncate px-3 text-soft">{said.length > 0 ? said.join(', ') : 'heating'}</p>
}

/** A drawing with the words of its kind beside it, and where it hangs below. */
function Device({
  label,
  value,
  options,
  onChange,
  children,
}: {
  label: string
  value: string
  options: readonly { value: string; says: string; draws: ReactNode }[]
  onChange: (value: string) => void
  children: ReactNode
}) {
  const chosen = options.find((option) => option.value === value)
  return (
    <div className="grid grid-cols-[48px_minmax(0,1fr)] items-center gap-x-1">
      {chosen?.draws}
      <div className="min-w-0">
        <Pick
          label={label}
          value={value}
          options={options}
          onChange={onChange}
          className="border border-transparent hover:border-line hover:bg-paper max-lg:min-h-11 lg:min-h-10"
        >
          <span className="block truncate font-semibold">{chosen?.says ?? value}</span>
        </Pick>
        <div className="flex min-w-0">{children}</div>
      </div>
    </div>
  )
}

const plain =
  'min-h-9 w-full min-w-0 pointer-coarse:min-h-11 rounded-control border border-transparent bg-transparent px-3 hover:border-line hover:bg-paper focus:border-soft focus:bg-paper'

/** Text edited where it stands; left empty it stays as it was. */
function Inline({
  label,
  value,
  onCommit,
  strong = false,
  focused = false,
}: {
  label: string
  value: string
  onCommit: (value: string) => void
  strong?: boolean
  focused?: boolean
}) {
  const [draft, setDraft] = useState(value)
  const field = useRef<HTMLTextAreaElement>(null)
  useEffect(() => setDraft(value), [value])
  useEffect(() => {
    if (focused) field.current?.select()
  }, [focused])
  const commit = () => {
    const text = draft.trim()
    if (text === '') setDraft(value)
    else if (text !== value) onCommit(text)
  }
  const shared = {
    'aria-label': label,
    value: draft,
    maxLength: 80,
    title: value,
    onBlur: commit,
    onKeyDown: (e: KeyboardEvent<HTMLElement>) => {
      if (e.key === 'Enter') {
        e.preventDefault()
        e.currentTarget.blur()
      }
      if (e.key === 'Escape') setDraft(value)
    },
    onChange: (e: { target: { value: string } }) => setDraft(e.target.value.replace(/\n/g, ' ')),
  }
  if (!strong) return <input {...shared} className={`${plain} truncate text-soft`} />
  // A field of lines that grows with its words: twelve long names must be told apart.
  return (
    <textarea
      {...shared}
      ref={field}
      rows={1}
      className={`${plain} field-sizing-content resize-none py-1 font-bold text-lg leading-snug`}
    />
  )
}

/** How long its cable is; what is out of range is said and not taken. */
function Length({
  zone,
  job,
  onCommit,
}: {
  zone: ReturnType<typeof zonesInOrder>[number]
  job: Job
  onCommit: (metres: number) => void
}) {
  const shown = String(Number(lengthFrom(job.practice, zone.run).toFixed(1)))
  const [draft, setDraft] = useState(shown)
  const [wrong, setWrong] = useState(false)
  useEffect(() => setDraft(shown), [shown])
  const [least, most] = [0.5, 300].map((metres) => Math.round(lengthFrom(job.practice, metres)) || 1)
  const unit = lengthUnit(job.practice)
  const commit = () => {
    const next = Number(draft.replace(',', '.'))
    const good = draft.trim() !== '' && next >= least! && next <= most!
    setWrong(!good)
    if (good && String(next) !== shown) onCommit(metresFrom(job.practice, next))
  }
  return (
    <label className="relative flex w-22 shrink-0 items-center">
      <span className="sr-only">
        Cable of zone {zone.number}, {unit}
      </span>
      <input
        inputMode="decimal"
        value={draft}
        aria-invalid={wrong}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        className={`${plain} pr-7 text-right tabular-nums text-soft aria-invalid:border-bad`}
      />
      <span aria-hidden className="-ml-6 text-soft">
        {unit}
      </span>
      {wrong && (
        <span
          role="alert"
          className="absolute top-full right-0 z-10 whitespace-nowrap rounded-control border border-bad bg-card px-2 py-1 text-bad"
        >
          From {least} to {most} {unit}.
        </span>
      )}
    </label>
  )
}
