import { kinds, type PartKind } from '@civil-lantern/core'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { toast } from 'sonner'
import { newId } from '../../base/shelf.ts'
import { useOwnKinds } from '../../data/own-kinds.ts'
import { BoardLine } from '../../ui/BoardLine.tsx'
import { Button } from '../../ui/controls.tsx'
import { KindSheet } from './KindSheet.tsx'
import { asOwn, dressed, OwnKindEditor, useOwnKindEdits } from './OwnKindEditor.tsx'

const classes: readonly [PartKind['class'], string][] = [
  ['valve', 'Valves'],
  ['thermostat', 'Thermostats'],
  ['clock', 'Clocks'],
  ['boiler', 'Boilers'],
  ['panel', 'Panels'],
  ['transformer', 'Transformers'],
  ['relay', 'Relays'],
  ['pump', 'Pumps'],
  ['burner', 'Burners'],
  ['safety', 'Safeties'],
  ['supply', 'Supply'],
  ['switch', 'Switches'],
  ['protection', 'Fuses and breakers'],
  ['controller', 'Controllers'],
  ['joint', 'Joints'],
]

/** The catalogue: every kind of part, drawn and explained from its own description. */
export function PartsScreen() {
  const { '*': chosen = '' } = useParams()
  const [search, setSearch] = useState('')
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const found = kinds.filter((kind) =>
    words.every((word) => `${kind.name} ${kind.about} ${kind.kind}`.toLowerCase().includes(word)),
  )
  const own = useOwnKinds()
  const mine = own.find(({ id }) => id === chosen)
  const foundOwn = own.filter(({ kind }) => words.every((word) => kind.name.toLowerCase().includes(word)))
  const shown = (mine ? dressed(mine.kind) : kinds.find(({ kind }) => kind === chosen)) ?? found[0]
  const { keep } = useOwnKindEdits()
  const navigate = useNavigate()
  const copy = (kind: PartKind) => {
    const id = ownId()
    keep.mutate({ id, kind: asOwn(kind) }, { onSuccess: () => void navigate(`/parts/${id}`) })
  }
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
      <BoardLine here="parts" />
      <main className="grid min-h-0 gap-4 px-4 pb-4 md:grid-cols-[340px_minmax(0,1fr)]">
        <section
          aria-label="Kinds"
          className="flex min-h-0 flex-col rounded-card border border-line bg-card max-md:max-h-[38dvh]"
        >
          <h1 className="px-4 pt-3 font-bold text-lg">
            {found.length === kinds.length
              ? `${kinds.length} kinds of part.`
              : `${found.length} of ${kinds.length} kinds.`}
          </h1>
          <label className="p-3">
            <span className="sr-only">Search parts</span>
            <input
              value={search}
              onChange={(e) => setSearch(e.target.value)}
              placeholder="Search by name or use"
              className="min-h-11 w-full rounded-control border border-line bg-paper px-3"
            />
          </label>
          <nav aria-label="Catalogue" className="min-h-0 overflow-y-auto px-2 pb-2">
            <h2 className="flex items-center justify-between gap-2 px-2 font-semibold text-soft">
              Your own <ImportKind />
            </h2>
            <ul>
              {foundOwn.map(({ id, kind }) => (
                <li key={id}>
                  <KindLink to={id} name={kind.name} here={id === chosen} />
                </li>
              ))}
              {own.length === 0 && (
                <li className="px-2 pb-1 text-soft">None yet. Copy a kind and give it your nameplate’s figures.</li>
              )}
            </ul>
            {classes.map(([id, name]) => (
              <Group key={id} name={name} kinds={found.filter((kind) => kind.class === id)} shown={shown} />
            ))}
            {found.length === 0 && (
              <p className="p-2 text-soft">Nothing by that name. Kinds have generic names: try “valve” or “relay”.</p>
            )}
          </nav>
        </section>
        {shown && (
          // biome-ignore lint/a11y/noNoninteractiveTabindex: a pane that scrolls must be reachable by keyboard
          <section aria-label={shown.name} tabIndex={0} className="min-h-0 overflow-y-auto">
            <KindSheet
              kind={shown}
              aside={mine ? undefined : <Button onClick={() => copy(shown)}>Copy it as your own</Button>}
            >
              {mine && <OwnKindEditor key={mine.id} stored={mine} />}
            </KindSheet>
          </section>
        )}
      </main>
    </div>
  )
}

function Group({
  name,
  kinds: members,
  shown,
}: {
  name: string
  kinds: readonly PartKind[]
  shown: PartKind | undefined
}) {
  if (members.length === 0) return null
  return (
    <>
      <h2 className="px-2 pt-2 font-semibold text-soft">{name}</h2>
      <ul>
        {members.map((kind) => (
          <li key={kind.kind}>
            <KindLink to={kind.kind} name={kind.name} here={kind === shown} />
          </li>
        ))}
      </ul>
    </>
  )
}

const KindLink = ({ to, name, here }: { to: string; name: string; here: boolean }) => (
  <Link
    to={`/parts/${to}`}
    aria-current={here ? 'page' : undefined}
    className={`flex min-h-11 items-center rounded-control px-2 ${here ? 'bg-well font-semibold' : 'hover:bg-well'}`}
  >
    {name}
  </Link>
)

const ownId = () => `own-${newId().slice(0, 13)}`

/** Takes a kind from a file. */
function ImportKind() {
  const { take } = useOwnKindEdits()
  const navigate = useNavigate()
  const read = async (file: File) => {
    const id = ownId()
    let value: unknown
    try {
      value = JSON.parse(await file.text())
    } catch {
      toast.error(`${file.name} is not JSON. Choose a file that Parts exported. Nothing was changed.`)
      return
    }
    take.mutate({ id, file: value }, { onSuccess: () => void navigate(`/parts/${id}`) })
  }
  return (
    <label className="flex min-h-11 cursor-pointer items-center rounded-control px-2 text-ink underline underline-offset-4 focus-within:outline-2">
      Import
      <input
        type="file"
        accept=".json,application/json"
        aria-label="Import a kind of part"
        className="sr-only"
        onChange={(e) => {
          const [file] = e.target.files ?? []
          if (file) void read(file)
          e.target.value = ''
        }}
      />
    </label>
  )
}
