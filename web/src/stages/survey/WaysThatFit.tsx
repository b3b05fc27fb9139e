import type { Job, Scheme } from '@civil-lantern/core'
import { RadioGroup } from 'radix-ui'
import { Link } from 'react-router'
import { useSession } from '../../data/open-job.tsx'

/** The ways that fit, the likeliest three in sight, chosen here; the rest and the reasons a press away. */
export function WaysThatFit({
  job,
  fitting,
  chosen,
  choose,
}: {
  job: Job
  fitting: readonly Scheme[]
  chosen: Scheme | undefined
  choose: (id: string) => void
}) {
  const { session } = useSession()
  return (
    <section aria-labelledby="ways-that-fit" className="rounded-card border border-line bg-card px-3 py-2.5">
      <h2 id="ways-that-fit" className="px-1 font-bold">
        {fitting.length === 0 ? 'No way fits yet' : 'Ways that fit'}
      </h2>
      <RadioGroup.Root
        value={chosen?.id ?? ''}
        onValueChange={choose}
        aria-labelledby="ways-that-fit"
        className="max-h-72 divide-y divide-line overflow-y-auto"
      >
        {fitting.map((scheme, i) => (
          <RadioGroup.Item
            key={scheme.id}
            value={scheme.id}
            aria-label={scheme.name}
            className="flex min-h-11 w-full items-start gap-3 px-1 py-2 text-left"
          >
            <span className="mt-0.5 grid size-5 shrink-0 place-items-center rounded-full border-2 border-ink">
              <RadioGroup.Indicator className="size-2.5 rounded-full bg-ink" />
            </span>
            <span className="min-w-0">
              <span className="block font-semibold">{scheme.name}</span>
              <span className="line-clamp-2 text-soft">
                {job.scheme?.id === scheme.id ? 'wired this way' : i === 0 ? 'your school’s way' : scheme.about[0]}
              </span>
            </span>
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {Object.keys(job.zones).length > 0 && (
        <Link
          to={`/jobs/${session.id}/survey/ways`}
          className="flex min-h-11 items-center px-1 font-semibold underline underline-offset-4"
        >
          {fitting.length === 0 ? 'Why not, and what would make one fit' : 'All ways, drawn, and why not'}
        </Link>
      )}
    </section>
  )
}
