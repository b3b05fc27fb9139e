import { Button, Card } from '../../ui/controls.tsx'
import type { Judged } from '../../workers/judge-client.ts'

/** Long work under way: how far it is, and a way to stop it; or that it was stopped, and a way to go on. */
export function Working({
  what,
  state,
  cancel,
  again,
}: {
  what: string
  state: Judged<unknown>
  cancel: () => void
  again: () => void
}) {
  if (state.at === 'done' || state.at === 'idle') return null
  if (state.at !== 'working')
    return (
      <Card title={state.at === 'failed' ? `${what} cannot be made.` : `${what} was cancelled.`}>
        <div className="grid justify-items-start gap-3 px-4 py-3">
          {state.at === 'failed' && <p>{state.why}</p>}
          <Button look="strong" onClick={again}>
            Start it again
          </Button>
        </div>
      </Card>
    )
  const { progress } = state
  const share = progress ? progress.done / progress.of : 0
  return (
    <Card title={`${what} is under way.`} aside={progress ? `${progress.done} of ${progress.of}` : 'starting'}>
      <div className="grid gap-3 px-4 py-3">
        <div
          role="progressbar"
          aria-label={what}
          aria-valuenow={Math.round(100 * share)}
          aria-valuemin={0}
          aria-valuemax={100}
          className="h-3 overflow-hidden rounded-full bg-well outline outline-line"
        >
          <div className="h-full bg-ink" style={{ width: `${100 * share}%` }} />
        </div>
        <div className="flex items-center justify-between gap-3">
          <span className="text-soft">
            {progress && progress.differences > 0 ? `${progress.differences} found so far` : 'nothing found so far'}
          </span>
          <Button onClick={cancel}>Cancel</Button>
        </div>
      </div>
    </Card>
  )
}
