import type { Document } from '../job/schema.ts'
import { proofsIn } from '../prove/proofs.ts'
import type { Entry } from '../record/entry.ts'
import { type StageStanding, untouched } from './stage.ts'

/** How far the latest proof has come, what failed in it, and whether it is signed. */
export function prove(_document: Document, entries: readonly Entry[]): StageStanding {
  const run = proofsIn(entries).at(-1)
  if (!run) return untouched('Not commissioned yet.')
  const { steps, outcomes, failed, couldNot, signed } = run
  if (signed)
    return {
      at: 'done',
      findings: 0,
      says: `Proven and signed by ${String(signed.body.name)}${couldNot > 0 ? `; ${couldNot} could not be done` : ''}.`,
    }
  const at = Math.min(outcomes.size + 1, steps.length)
  return {
    at: 'begun',
    share: outcomes.size / steps.length,
    findings: failed,
    says: `Proof at step ${at} of ${steps.length}; ${failed === 0 ? 'nothing failed' : failed === 1 ? 'one failed' : `${failed} failed`}.`,
  }
}
