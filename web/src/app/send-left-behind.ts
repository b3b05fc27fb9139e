import { outbox } from '../data/browser-outbox.ts'
import { lookWhatWaits } from '../data/waits.ts'
import { complain } from '../ui/complain.ts'

/**
 * Sends what waits of jobs that are not open, where anything does.
 * @param arrived called when some of it has arrived
 */
export async function sendLeftBehindOf(arrived: () => void): Promise<void> {
  const before = sum(await lookWhatWaits(outbox))
  if (before === 0) return
  // What sends it is half of a job's screen: the board does without it until something waits.
  const { sendLeftBehind } = await import('../data/left-behind.ts')
  await sendLeftBehind(outbox, complain)
  if (sum(await lookWhatWaits(outbox)) < before) arrived()
}

const sum = (waits: Readonly<Record<string, number>>) => Object.values(waits).reduce((all, one) => all + one, 0)
