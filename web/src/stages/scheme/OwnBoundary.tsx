import type { ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { Button } from '../../ui/controls.tsx'
import { type View, views } from './places.ts'

/** One view that fails says so by its name; the verdict, the other views and the bench go on. Another view, or a press, draws anew. */
export function OwnBoundary({ view, children }: { view: View; children: ReactNode }) {
  const name = views.find(({ value }) => value === view)?.says ?? view
  return (
    <ErrorBoundary
      resetKeys={[view]}
      fallbackRender={({ error, resetErrorBoundary }) => (
        <div role="alert" className="m-1 grid max-w-xl gap-3 rounded-card border border-line bg-card p-4">
          <h2 className="font-bold text-lg">{name} cannot be drawn.</h2>
          <p>Everything you typed is kept, and the other views go on. If it happens again, this is what to pass on:</p>
          <p className="rounded-control bg-well p-3 font-mono text-[15px] break-words">
            {error instanceof Error ? error.message : String(error)}
          </p>
          <Button look="strong" className="justify-self-start" onClick={resetErrorBoundary}>
            Draw it again
          </Button>
        </div>
      )}
    >
      {children}
    </ErrorBoundary>
  )
}
