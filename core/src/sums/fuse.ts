import { fuseFor } from '../load/fuse-size.ts'
import { LIMITED } from '../load/limits.ts'
import { num, type Sum, short } from './sum.ts'

export const fuse: Sum = {
  id: 'fuse',
  name: 'Fuse for a transformer',
  about: 'The secondary fuse: the rated current, next standard size up. It protects the winding, not the valve.',
  formula: 'A = VA / 24, next size up',
  source: 'Usual practice for 24 V control transformers; the maker’s sheet and the local code come first',
  fields: () => [{ id: 'va', name: 'Rated', quantity: 'VA', value: 40, min: 1, max: 500 }],
  work(values) {
    const va = num(values, 'va')
    if (va > LIMITED)
      return `A limited-energy 24 V circuit stays at or under ${LIMITED} VA for each transformer: share the zones between two.`
    return [
      { name: 'Rated current', value: va / 24, quantity: 'A', how: `${short(va)} VA / 24 V` },
      { name: 'Fuse', value: fuseFor(va), quantity: 'A', how: 'next standard size up' },
    ]
  },
}
