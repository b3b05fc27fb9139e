import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { begunAhead } from '../base/ahead.ts'
import { api } from './api.ts'
import { jobAt, ME } from './paths.ts'

const nobody = { required: false, person: null }
const asked: string[] = []
const answer = (says: unknown, status = 200) => Promise.resolve(new Response(JSON.stringify(says), { status }))

beforeEach(() => {
  asked.length = 0
  vi.stubGlobal('fetch', (path: string, { method }: { method: string }) => {
    asked.push(`${method} ${path}`)
    return answer(nobody)
  })
})
afterEach(() => void vi.unstubAllGlobals())

it('what the page began by asking is not asked twice, and later it is asked anew', async () => {
  begunAhead(ME, answer({ ...nobody, required: true }))
  expect((await api.me()).required).toBe(true)
  expect(asked).toEqual([])
  expect((await api.me()).required).toBe(false)
  expect(asked).toEqual(['GET /api/me'])
})

it.each([
  ['refused', () => answer({ failures: [] }, 401)],
  ['lost on the way', () => Promise.reject(new TypeError('no line'))],
])('an answer that was %s is asked for once more: somebody may have come in since', async (_, begins) => {
  begunAhead(ME, begins())
  expect(await api.me()).toEqual(nobody)
  expect(asked).toEqual(['GET /api/me'])
})

it('only the job that was asked for is taken, and nothing that is sent takes its place', async () => {
  begunAhead(jobAt('a'), answer({ id: 'a' }))
  await api.job('b')
  await api.signOut()
  expect(asked).toEqual(['GET /api/jobs/b?version=2', 'POST /api/me/sign-out'])
  expect(await api.job('a')).toEqual({ id: 'a' })
  expect(asked).toHaveLength(2)
})
