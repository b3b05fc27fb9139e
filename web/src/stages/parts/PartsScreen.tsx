import { kinds, type PartKind } from '@civil-lantern/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { BoardLine } from '../../app/BoardLine.tsx'
import { KindSheet } from './KindSheet.tsx'

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
  const shown = kinds.find(({ kind }) => kind === chosen) ?? found[0]
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
            <KindSheet kind={shown} />
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
            <KindLink kind={kind} here={kind === shown} />
          </li>
        ))}
      </ul>
    </>
  )
}

const KindLink = ({ kind, here }: { kind: PartKind; here: boolean }) => (
  <Link
    to={`/parts/${kind.kind}`}
    aria-current={here ? 'page' : undefined}
    className={`flex min-h-11 items-center rounded-control px-2 ${here ? 'bg-well font-semibold' : 'hover:bg-well'}`}
  >
    {kind.name}
  </Link>
)
