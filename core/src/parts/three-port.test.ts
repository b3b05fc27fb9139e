import { describe, expect, it } from 'vitest'
import { figuresOf } from '../circuit/netlist.ts'
import { catalogue } from './index.ts'
import { isThreePort } from './three-port.ts'

const kind = catalogue.get('valve/mid-position')!
const figures = figuresOf(kind, undefined)

describe('how a mid-position valve stands, in its own words', () => {
  // What feeds it; how far to the middle; how far beyond it.
  it.each<[heat: boolean, off: boolean, way: number, beyond: number, says: string]>([
    [false, false, 0, 0, 'hot water'],
    [true, false, 0, 0, 'opening 0 %'],
    [true, false, 0.5, 0, 'opening 50 %'],
    [true, false, 1, 0, 'both open'],
    [true, true, 1, 0, 'both open'],
    [true, true, 1, 0.25, 'shutting hot water 25 %'],
    [true, true, 1, 1, 'heating'],
    [false, true, 1, 1, 'heating'],
    [false, true, 1, 0, 'both open'],
    [false, false, 1, 1, 'going back to hot water'],
    [false, false, 1, 0, 'going back to hot water'],
    [false, false, 0.3, 0, 'going back to hot water'],
    [false, true, 0.3, 0, 'stands at 30 %'],
    [false, true, 1, 0.5, 'between both and heating alone'],
  ])('heat %s, water off %s, %f of the way and %f beyond: %s', (heat, off, way, beyond, says) => {
    expect(kind.says(figures, { ...kind.state, heat, off, way, beyond })).toBe(says)
  })
})

it('a diverter tells when it has turned to either side, and neither on its way', () => {
  const { tells } = catalogue.get('valve/diverter')!
  const so = (travel: number) =>
    tells!.flatMap(({ is, starts }) =>
      starts?.startsWith('open to') && is({} as never, { travel, direction: 0 } as never) ? [starts] : [],
    )
  expect([0, 0.01, 0.99, 1].map(so)).toEqual([['open to heating'], [], [], ['open to hot water']])
})

it('a valve has three ports where it turns water from one outlet to another', () => {
  const three = [...catalogue.values()].filter(isThreePort).map(({ kind }) => kind)
  expect(three.sort()).toEqual(['valve/diverter', 'valve/mid-position'])
})
