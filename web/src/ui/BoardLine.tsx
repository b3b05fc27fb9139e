import { Link } from 'react-router'
import { TopLine } from './TopLine.tsx'

const boards = [
  { id: 'jobs', to: '/', says: 'Jobs' },
  { id: 'parts', to: '/parts', says: 'Parts' },
  { id: 'sums', to: '/sums', says: 'Sums' },
  { id: 'people', to: '/people', says: 'People' },
  { id: 'help', to: '/help', says: 'Help' },
] as const

/** The top line outside a job, with the ways to its screens. */
export const BoardLine = ({ here }: { here: (typeof boards)[number]['id'] }) => (
  <TopLine
    title={
      <nav aria-label="Screens" className="flex sm:gap-1">
        {boards.map(({ id, to, says }) => (
          <Link
            key={id}
            to={to}
            aria-current={id === here ? 'page' : undefined}
            className={`flex min-h-11 items-center rounded-control px-1.5 font-semibold sm:px-3 ${id === here ? 'text-ink underline decoration-3 underline-offset-8' : 'text-soft hover:bg-well'}`}
          >
            {says}
          </Link>
        ))}
      </nav>
    }
  />
)
