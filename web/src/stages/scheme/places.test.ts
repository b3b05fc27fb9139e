import { describe, expect, it } from 'vitest'
import { isAtTheCircuit, movedTo, placeIn, views } from './places.ts'

describe('where one is in a job', () => {
  it.each([
    ['survey', undefined, 'Survey'],
    ['survey', 'ways', 'Survey, ways to wire it'],
    ['scheme', undefined, 'Scheme, Loops'],
    ['scheme', 'wall', 'Scheme, Wall'],
    ['scheme', 'nonsense', 'Scheme, Loops'],
    ['scheme', 'checks', 'Scheme, Checks'],
    ['load', undefined, 'Load'],
    ['sums', 'drop', 'Sums'],
    ['nowhere', undefined, ''],
  ])('%s/%s is %s', (stage, view, says) => expect(placeIn(stage, view)).toBe(says))

  it('stands at the circuit in the four views and nowhere else', () => {
    for (const { value } of views) expect(isAtTheCircuit('scheme', value)).toBe(true)
    expect(isAtTheCircuit('scheme', undefined)).toBe(true)
    expect(isAtTheCircuit('scheme', 'checks')).toBe(false)
    expect(isAtTheCircuit('survey', 'loops')).toBe(false)
  })

  it('keeps the addresses of before', () => {
    expect(['proof', 'dead', 'plan'].map(movedTo)).toEqual(['checks/combinations', 'checks/live', 'runs/terminals'])
    expect(movedTo('loops')).toBeUndefined()
    expect(movedTo(undefined)).toBeUndefined()
  })
})
