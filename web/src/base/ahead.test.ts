import { expect, it } from 'vitest'
import { begunAhead, takenAhead } from './ahead.ts'

it('what was begun is handed out once, under its own name', () => {
  begunAhead('/jobs/a', 'of a')
  begunAhead('/jobs/b', 'of b')
  expect(takenAhead('/jobs/c')).toBeUndefined()
  expect(takenAhead('/jobs/b')).toBe('of b')
  expect(takenAhead('/jobs/b')).toBeUndefined()
  expect(takenAhead('/jobs/a')).toBe('of a')
})
