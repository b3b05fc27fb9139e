import { initialsOf, usePresence } from '../data/presence.ts'

/** Who else has this job open, and where they are in it. */
export function OthersHere() {
  const others = usePresence((p) => p.others)
  if (others.length === 0) return null
  const says = others.map(({ who, at }) => `${who || 'Somebody'} is at ${at || 'this job'}`)
  return (
    <div role="status" title={says.join('\n')} className="flex shrink-0 -space-x-2">
      {others.slice(0, 3).map(({ device, who }, i) => (
        <span
          key={device}
          className={`size-9 place-items-center rounded-full border-2 border-ink bg-card font-semibold text-[15px] ${i > 0 ? 'hidden lg:grid' : 'grid'}`}
          aria-hidden
        >
          {initialsOf(who)}
        </span>
      ))}
      <span className="sr-only">{says.join('. ')}.</span>
    </div>
  )
}
