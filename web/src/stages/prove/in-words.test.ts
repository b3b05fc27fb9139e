import type { AtPlace, ProofRun } from '@civil-lantern/core'
import { describe, expect, it } from 'vitest'
import { atPlaceInWords, boundsInWords, firstInWords, grouped, minutesOf, proofSays, whoStands } from './in-words.ts'

const run = (more: Partial<ProofRun> = {}): ProofRun =>
  ({
    for: 'whole',
    steps: ['a', 'b', 'c'],
    outcomes: new Map([['a', {}]]),
    passed: 1,
    failed: 0,
    couldNot: 0,
    next: 'b',
    signed: undefined,
    ...more,
  }) as unknown as ProofRun

it('what is still to land is said before a proof, and nothing where all hangs', () => {
  expect(firstInWords(0)).toBeUndefined()
  expect(firstInWords(1)).toMatch(/^One conductor does not hang as planned yet\./)
  expect(firstInWords(8)).toMatch(/^8 conductors do not hang as planned yet\./)
})

describe('the verdict of a proof', () => {
  it('before it is begun says how much it would try', () => {
    expect(proofSays(undefined, undefined)).toBe('Working out the script.')
    expect(proofSays(undefined, { steps: [], coverage: { done: 3, of: 4, notCovered: [], fewest: 1 } })).toContain(
      '75 %',
    )
    expect(proofSays(undefined, { steps: [], coverage: { done: 0, of: 0, notCovered: [], fewest: 0 } })).toContain(
      '0 %',
    )
  })
  it('says where it is, what failed, and who signed', () => {
    expect(proofSays(run(), undefined)).toBe('Proof at step 2 of 3; nothing failed.')
    expect(proofSays(run({ failed: 1 }), undefined)).toBe('Proof at step 2 of 3; one failed.')
    expect(proofSays(run({ failed: 2, for: 'closing' }), undefined)).toBe('Closing check at step 2 of 3; 2 failed.')
    expect(proofSays(run({ next: undefined }), undefined)).toContain('every step is done, nothing failed')
    expect(proofSays(run({ signed: { body: { name: 'Ash' } } as never, passed: 3 }), undefined)).toContain(
      'signed by Ash: 3 of 3',
    )
  })
})

it('what is looked at is told by how it should be', () => {
  const one = (part: string, looks: 'open' | 'runs', so: boolean) => ({
    id: `${looks}:${part}`,
    part,
    looks,
    so,
    says: '',
  })
  const groups = grouped([
    one('V1', 'open', true),
    one('V2', 'open', false),
    one('V3', 'open', false),
    one('P1', 'runs', false),
  ])
  expect(groups.map(({ says, of }) => [says, of.length])).toEqual([
    ['Open', 1],
    ['Shut', 2],
    ['Stands still', 1],
  ])
})

it.each([
  [{ mode: 'loz', least: 22.4, most: 28.6 }, '22 to 29 V'],
  [{ mode: 'loz', least: 0, most: 1 }, 'up to 1 V'],
  [{ mode: 'ohms', least: 0, most: 1 }, 'up to 1 Ω'],
  [{ mode: 'ohms', least: 20_000, most: null }, 'over 20 kΩ, or OL'],
] as const)('bounds %o read %s', (bounds, says) => expect(boundsInWords(bounds)).toBe(says))

it('minutes count the waits and the places to be at', () => {
  const step = (usual: number, places: string[]) => ({ waits: { usual, notBefore: 0 }, places }) as never
  expect(minutesOf([step(60, ['a']), step(120, ['a', 'b'])])).toBe(5)
})

describe('who does what', () => {
  const named = (id: string) => id.toUpperCase()

  it('names who stands at a place, several and none', () => {
    const posts = new Map([
      ['a', { by: 'Ash', place: 'hall' }],
      ['b', { by: 'Wren', place: 'boiler' }],
      ['c', { by: '', place: 'hall' }],
    ])
    expect(whoStands({ posts }, 'hall')).toBe('Ash and somebody')
    expect(whoStands({ posts }, 'boiler')).toBe('Wren')
    expect(whoStands({ posts }, 'attic')).toBe('nobody stands there')
  })

  it('says what is switched, turned, looked at and read there, in that order', () => {
    const expects = ['v1', 'v1', 'p1'].map((part) => ({ part })) as unknown as AtPlace['expects']
    const reads = [{}, {}] as unknown as AtPlace['reads']
    const at = {
      place: 'hall',
      turns: [{ zone: 'z1', on: true }],
      switches: [{ part: 'sw', open: false }],
      expects,
      reads,
    }
    expect(atPlaceInWords(at, named, named)).toBe('Close SW; turn Z1 up; look at V1, P1; 2 readings.')
    expect(
      atPlaceInWords(
        { ...at, switches: [], turns: [{ zone: 'z2', on: false }], expects: [], reads: reads.slice(1) },
        named,
        named,
      ),
    ).toBe('Turn Z2 down; one reading.')
    const zones = (n: number) => Array.from({ length: n }, (_, i) => ({ zone: `z${i + 1}`, on: false }))
    const turned = (n: number) =>
      atPlaceInWords(
        { ...at, switches: [], turns: [{ zone: 'y', on: true }, ...zones(n)], expects: [], reads: [] },
        named,
        named,
      )
    expect([turned(3), turned(4)]).toEqual(['Turn Y up; turn Z1, Z2, Z3 down.', 'Turn Y up; turn 4 thermostats down.'])
    const many = ['a', 'b', 'c', 'd', 'e'].map((part) => ({ part })) as unknown as AtPlace['expects']
    expect(atPlaceInWords({ ...at, switches: [], turns: [], reads: [], expects: many }, named, named)).toBe(
      'Look at 5 parts.',
    )
    expect(atPlaceInWords({ ...at, switches: [], turns: [], reads: [], expects: many.slice(1) }, named, named)).toBe(
      'Look at B, C, D, E.',
    )
  })
})
