import { catalogue, endSwitchOf, type Job, likeOf, transformersAsked, zonesInOrder } from '@civil-lantern/core'
import { worksLow } from './low-voltage.ts'

const [WIDTH, ROW, LEFT] = [310, 34, 92]

/** The wall as it grows while it is surveyed: what feeds, what asks, what opens, each with its number. */
export function WallSoFar({ job }: { job: Job }) {
  const zones = zonesInOrder(job)
  const { boiler, panel, transformer } = job.survey
  const low = worksLow(job)
  const several = transformersAsked(job).length
  const rated = `${several > 1 ? `${several} × ` : ''}${transformer.va} VA`
  const stack = [
    job.practice === '120' ? '120 V' : '230 V',
    ...(low && !panel ? [rated] : []),
    ...(panel ? ['Panel'] : []),
    ...(boiler.kind === '' ? [] : ['Boiler']),
  ]
  const high = Math.max(zones.length * ROW, stack.length * 44) + 8
  const mid = (i: number) => (high / (stack.length + 1)) * (i + 1)
  const source = panel ? 'Panel' : low ? rated : stack[0]
  const feeder = mid(stack.indexOf(source ?? ''))
  return (
    <section aria-label="The wall so far" className="rounded-card border border-line bg-card px-3 py-2.5">
      <h2 className="px-1 pb-1 font-bold">The wall so far</h2>
      {zones.length === 0 ? (
        <p className="px-1 pb-2 text-soft">Nothing hangs yet.</p>
      ) : (
        <svg viewBox={`0 0 ${WIDTH} ${high}`} className="max-h-72 w-full" aria-hidden>
          {zones.map((zone, i) => {
            const y = (high - zones.length * ROW) / 2 + ROW * (i + 0.5)
            const proves = endSwitchOf(catalogue.get(likeOf(job, zone.valveKind))?.roles)
            return (
              <g key={zone.id}>
                <path d={`M78 ${feeder}H${LEFT}V${y}H112`} fill="none" stroke="var(--soft)" strokeWidth={2} />
                <Block x={112} y={y} w={82} says={`${zone.number} asks`} />
                <path d={`M194 ${y - 3}H222M194 ${y + 3}H222`} stroke="var(--soft)" strokeWidth={2} />
                {zone.valveKind !== '' && <Block x={222} y={y} w={82} says={`${zone.number} opens`} well={!proves} />}
              </g>
            )
          })}
          {stack.map((says, i) => (
            <Block key={says} x={4} y={mid(i)} w={74} says={says} />
          ))}
        </svg>
      )}
    </section>
  )
}

const Block = ({ x, y, w, says, well = false }: { x: number; y: number; w: number; says: string; well?: boolean }) => (
  <g>
    <rect
      x={x}
      y={y - 13}
      width={w}
      height={26}
      rx={6}
      fill={well ? 'var(--well)' : 'var(--card)'}
      stroke="var(--ink)"
      strokeWidth={1.6}
    />
    <text x={x + w / 2} y={y + 4.5} textAnchor="middle" className="fill-ink font-semibold text-[13px]">
      {says}
    </text>
  </g>
)
