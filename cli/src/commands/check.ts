import { findingsOf, fixOf } from '@civil-lantern/core'
import { onTheBench } from '../bench-job.ts'
import { print } from '../print.ts'

/** Every finding, with what puts it right; ends with 1 where there is one that is more than tidiness. */
export async function checkCommand(args: string[]): Promise<number> {
  const { job, supposed } = await onTheBench(args)
  const findings = findingsOf(job, supposed)
  for (const finding of findings) {
    const fix = finding.severity === 'tidy' ? undefined : fixOf(job, finding)
    print({ ...finding, ...(fix ? { fix: fix.says } : {}) })
  }
  return findings.some(({ severity }) => severity !== 'tidy') ? 1 : 0
}
