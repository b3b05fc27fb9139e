import type { Script, Step } from './step.ts'

/** The short form, after a repair: nothing calling, each zone alone and handed over, all, nothing again. */
export const closingCheck = ({ steps }: Script): Step[] =>
  steps.filter(({ id }) => id === 'none' || id === 'all' || id === 'off' || /^(alone|over):/.test(id))

/** The steps that a change to these zones touches: dead work, theirs alone and handed over, all, the power cut and back, none. */
export const stepsFor = ({ steps }: Script, zones: readonly string[]): Step[] =>
  steps.filter(({ id, calls, dead }) => {
    if (/^(alone|over):/.test(id)) return calls.some((zone) => zones.includes(zone))
    if (/^(warm|half):/.test(id)) return zones.includes(id.slice(5))
    return dead || ['none', 'all', 'back', 'off'].includes(id) || id.startsWith('cut:')
  })
