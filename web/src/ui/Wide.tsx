import type { ReactNode } from 'react'

/** What is wider than its place and scrolls sideways, by touch and by the arrow keys. */
export const Wide = ({
  label,
  children,
  className = '',
}: {
  label: string
  children: ReactNode
  className?: string
}) => (
  <section
    aria-label={label}
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
    tabIndex={0}
    className={`overflow-x-auto ${className}`}
  >
    {children}
  </section>
)
