import './index.css'
import { begunAhead } from './base/ahead.ts'
import { jobAt, ME } from './data/paths.ts'
import { benchWorker } from './workers/bench-worker.ts'

/** Asks the server; whoever wants the answer takes it, and hears then that there was none. */
function ask(path: string): void {
  const answer = fetch(`/api${path}`)
  answer.catch(() => undefined)
  begunAhead(path, answer)
}

// The address tells what will be wanted. A job, its bench and its frame are begun while the page itself is still on its way,
// and not one after the other; first what takes longest once it is here.
const job = /^\/jobs\/([^/]+)/.exec(location.pathname)?.[1]
if (job) {
  begunAhead('bench', benchWorker())
  ask(jobAt(job))
}
ask(ME)
void import('./main.tsx')
if (job) {
  void import('./app/JobFrame.tsx')
  if (location.pathname.includes('/scheme')) void import('./stages/scheme/SchemeStage.tsx')
}
