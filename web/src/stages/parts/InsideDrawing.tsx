import type { PartKind } from '@civil-lantern/core'

type Element = ReturnType<PartKind['inside']>[number]

interface Row {
  readonly key: string
  readonly element: Element
  readonly a: string
  readonly b: string
}

const ROW = 46
const WIDTH = 420
const [LEFT, RIGHT] = [92, 328]

/** What joins the terminals inside a part, one element a row, drawn in the state the part has at rest. */
export function InsideDrawing({ kind, elements }: { kind: PartKind; elements: readonly Element[] }) {
  const shown = elements.flatMap((element): Row[] =>
    element.form === 'windings'
      ? [
          { key: `${element.name}1`, element, a: element.a, b: element.b },
          { key: `${element.name}2`, element, a: element.c, b: element.d },
        ]
      : [{ key: element.name, element, a: element.a, b: element.b }],
  )
  if (shown.length === 0) return <p className="text-soft">Nothing: its terminals join only what is landed on them.</p>
  const name = (local: string) => kind.terminals[local]?.marking ?? (local === 'earth' ? 'earth' : 'inside')
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${shown.length * ROW}`}
      className="w-full max-w-lg"
      role="img"
      aria-label={`What is inside: ${shown.map(({ element, a, b }) => `${element.name} between ${name(a)} and ${name(b)}`).join('; ')}`}
    >
      {shown.map(({ key, element, a, b }, i) => {
        const y = i * ROW + 16
        return (
          <g key={key}>
            <text
              x={LEFT - 14}
              y={y + 5}
              textAnchor="end"
              className={`font-mono text-[14px] ${kind.terminals[a] ? 'fill-ink' : 'fill-soft'}`}
            >
              {name(a)}
            </text>
            <text
              x={RIGHT + 14}
              y={y + 5}
              className={`font-mono text-[14px] ${kind.terminals[b] ? 'fill-ink' : 'fill-soft'}`}
            >
              {name(b)}
            </text>
            <g stroke="var(--ink)" strokeWidth={2} fill="none">
              <path d={`M${LEFT} ${y}H170M250 ${y}H${RIGHT}`} />
              <Mark element={element} state={kind.state} y={y} />
              <circle cx={LEFT} cy={y} r={4} fill="var(--card)" />
              <circle cx={RIGHT} cy={y} r={4} fill="var(--card)" />
            </g>
            <text x={210} y={y + 25} textAnchor="middle" className="fill-soft text-[13px]">
              {words(element)}
            </text>
          </g>
        )
      })}
    </svg>
  )
}

function Mark({ element, state, y }: { element: Element; state: PartKind['state']; y: number }) {
  switch (element.form) {
    case 'contact':
      return element.closed(state) ? (
        <path d={`M170 ${y}H250`} />
      ) : (
        <>
          <path d={`M170 ${y}h16l44 -13M234 ${y}h16`} />
          <circle cx={186} cy={y} r={3} fill="var(--ink)" />
          <circle cx={234} cy={y} r={3} fill="var(--ink)" />
        </>
      )
    case 'load':
      return <rect x={170} y={y - 11} width={80} height={22} rx={11} />
    case 'windings':
      return <path d={`M170 ${y}${'q8 -16 16 0'.repeat(5)}`} />
    case 'resistor':
      return <rect x={170} y={y - 7} width={80} height={14} rx={3} />
    default:
      return (
        <>
          <path d={`M170 ${y}H196M224 ${y}H250`} />
          <circle cx={210} cy={y} r={14} />
          <path d={element.form === 'dc' ? `M203 ${y - 3}h14M203 ${y + 3}h14` : `M202 ${y}q4 -8 8 0t8 0`} />
        </>
      )
  }
}

/** The element's own name in words: `endSwitch` is an end switch. */
const words = ({ name }: Element) =>
  name
    .replace(/([A-Z])/g, ' $1')
    .replace(/(\d+)$/, ' $1')
    .toLowerCase()
