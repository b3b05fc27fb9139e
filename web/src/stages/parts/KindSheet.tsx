import { figuresOf, type PartKind } from '@civil-lantern/core'
import type { ReactNode } from 'react'
import { BenchCheckCard } from '../../ui/BenchCheckCard.tsx'
import { Card } from '../../ui/controls.tsx'
import { InsideDrawing } from './InsideDrawing.tsx'
import { TypicalCard } from './TypicalCard.tsx'

/** Everything a kind's description says: what it is, its terminals and inside, figures, faults and hazards. */
export function KindSheet({ kind, aside, children }: { kind: PartKind; aside?: ReactNode; children?: ReactNode }) {
  const figures = Object.entries(kind.figures)
  const line = Object.values(kind.terminals).some(({ circuit }) => circuit === 'line voltage')
  const elements = kind.inside(
    figuresOf(kind, undefined),
    line ? { lineVolts: 230, hertz: 50 } : { lineVolts: 120, hertz: 60 },
  )
  return (
    <article className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="font-bold text-xl">{kind.name}</h2>
          <p className="max-w-3xl">{kind.about}</p>
        </div>
        {aside}
      </div>
      {children}
      <div className="gap-3 space-y-3 xl:columns-2 [&>*]:break-inside-avoid">
        <Card title="Inside" aside={`${elements.length} ${elements.length === 1 ? 'element' : 'elements'}`}>
          <div className="px-4 py-3">
            <InsideDrawing kind={kind} elements={elements} />
          </div>
        </Card>
        <Card title="Terminals">
          <table className="mx-4 my-2 w-[calc(100%-2rem)]">
            <tbody>
              {Object.entries(kind.terminals).map(([id, terminal]) => (
                <tr key={id} className="border-line border-t first:border-t-0">
                  <th scope="row" className="w-16 py-1.5 pr-3 text-left font-mono">
                    {terminal.marking}
                  </th>
                  <td className="py-1.5 pr-3">{terminal.role}</td>
                  <td className="py-1.5 text-right text-soft">
                    {terminal.circuit}
                    {terminal.lead ? `, ${terminal.lead} lead` : terminal.takes > 1 ? `, takes ${terminal.takes}` : ''}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Card>
        {figures.length > 0 && (
          <Card title="Usual figures" aside="a nameplate overrides them">
            <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1.5 px-4 py-3">
              {figures.map(([id, { name, value, unit }]) => (
                <div key={id} className="contents">
                  <dt>{name}</dt>
                  <dd className="text-right font-mono">
                    {value} {unit}
                  </dd>
                </div>
              ))}
            </dl>
          </Card>
        )}
        <TypicalCard kind={kind} />
        <BenchCheckCard kind={kind} />
        {kind.tells && kind.tells.length > 0 && (
          <Card title="What hand, ear and eye notice">
            <ul className="list-disc space-y-1 py-3 pr-4 pl-9">
              {kind.tells.flatMap(({ starts, ends }) =>
                [starts, ends].filter((words) => words !== undefined).map((words) => <li key={words}>{words}</li>),
              )}
            </ul>
          </Card>
        )}
        {kind.faults && kind.faults.length > 0 && (
          <Card title="What can be wrong with it">
            <dl className="grid gap-1.5 px-4 py-3">
              {kind.faults.map(({ name, says, repair }) => (
                <div key={name}>
                  <dt className="font-semibold">{says}</dt>
                  <dd className="text-soft">{repair}</dd>
                </div>
              ))}
            </dl>
          </Card>
        )}
        {kind.hazards && (
          <Card title="Care">
            <ul className="list-disc space-y-1 py-3 pr-4 pl-9">
              {kind.hazards.map((hazard) => (
                <li key={hazard}>{hazard}</li>
              ))}
            </ul>
          </Card>
        )}
      </div>
    </article>
  )
}
