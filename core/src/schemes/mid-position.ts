import { refused } from './facts.ts'
import type { Scheme } from './scheme.ts'

/** Named so that nobody looks for it in vain. */
export const midPosition: Scheme = {
  id: 's16',
  name: 'Mid-position three-port valve, 230 V',
  about: ['One valve that stands at heating, at hot water, or between.'],
  fits: () => refused('Not yet: a valve with a middle position is neither simulated nor wired here.'),
  wire() {
    throw new RangeError('the mid-position valve cannot be wired yet')
  },
}
