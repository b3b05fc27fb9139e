import type { PartKind } from '@civil-lantern/core'
import { hue } from './colours.ts'

/**
 * A small picture of a kind of part, drawn from its own description: a valve on its pipe with the leads that leave its
 * head, a part of the wall with the screws it has. A kind nobody has drawn is drawn all the same.
 */
export const KindDrawing = ({ kind, size = 48 }: { kind: PartKind | undefined; size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 48 48" aria-hidden className="shrink-0 rounded-[8px] bg-well">
    {kind === undefined ? (
      <path d="M6 36h36" stroke="var(--soft)" strokeWidth={6} />
    ) : kind.class === 'valve' ? (
      <Valve kind={kind} />
    ) : (
      <Box kind={kind} />
    )}
  </svg>
)

const edge = { fill: 'var(--card)', stroke: 'var(--ink)', strokeWidth: 2, strokeLinejoin: 'round' } as const

/** Pipe below, head above with its leads; a lever, a switch, a dial and a branch where the kind has them. */
function Valve({ kind }: { kind: PartKind }) {
  const leads = Object.values(kind.terminals).slice(0, 6)
  const step = 20 / Math.max(leads.length, 1)
  return (
    <>
      <path d="M4 38h40" stroke="var(--soft)" strokeWidth={7} />
      {kind.roles.diverts && <path d="M24 38v9" stroke="var(--soft)" strokeWidth={7} />}
      {leads.map(({ lead, marking }, i) => {
        const x = 14 + step * (i + 0.5)
        return lead ? (
          <g key={`${marking}${x}`}>
            <path d={`M${x} 14V4`} stroke="var(--ink)" strokeWidth={4} />
            <path d={`M${x} 14V4.8`} stroke={hue(lead)} strokeWidth={2.4} />
          </g>
        ) : (
          <circle key={`${marking}${x}`} cx={x} cy={9} r={2.2} fill="var(--ink)" />
        )
      })}
      <path d="M12 14h24v17H12z" {...edge} />
      {kind.roles.listens && <path d="M24 27l5-7" stroke="var(--ink)" strokeWidth={2} strokeLinecap="round" />}
      {kind.roles.lever && <path d="M36 22h6" stroke="var(--ink)" strokeWidth={2.6} strokeLinecap="round" />}
      {kind.roles.switches && <path d="M18 25h4l6-4" fill="none" stroke="var(--ink)" strokeWidth={1.8} />}
    </>
  )
}

/** A box with as many screws as it has terminals. */
function Box({ kind }: { kind: PartKind }) {
  const terminals = Object.values(kind.terminals).filter(({ circuit }) => circuit !== 'earth')
  const across = Math.min(terminals.length, 5)
  const rows = Math.min(2, Math.ceil(terminals.length / 5))
  return (
    <>
      <rect x={6} y={rows > 1 ? 11 : 15} width={36} height={rows > 1 ? 26 : 18} rx={4} {...edge} />
      {terminals.slice(0, 10).map(({ marking, dry }, i) => {
        const row = Math.floor(i / 5)
        const here = row === 0 ? across : Math.min(terminals.length - 5, 5)
        const x = 24 + ((i % 5) - (here - 1) / 2) * 7
        return (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: markings repeat on one part, and the row never changes
            key={`${marking}${i}`}
            cx={x}
            cy={24 + (rows > 1 ? (row - 0.5) * 10 : 0)}
            r={2.4}
            fill={dry ? 'var(--card)' : 'var(--ink)'}
            stroke="var(--ink)"
            strokeWidth={1.4}
          />
        )
      })}
    </>
  )
}
