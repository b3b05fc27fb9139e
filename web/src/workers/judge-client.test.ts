import type { Job, Progress } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { produce } from 'immer'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { JudgeClient } from './judge-client.ts'

/** What a worker was asked, and how the test lets it answer. */
interface Asked {
  readonly name: string
  readonly args: readonly unknown[]
  readonly worker: FakeWorker
  answer(result: unknown): void
  fail(why: string): void
}
const asked: Asked[] = []
const workers: FakeWorker[] = []

/** A worker that says nothing by itself. */
class FakeWorker {
  terminated = false
  constructor() {
    workers.push(this)
  }
  terminate() {
    this.terminated = true
  }
}

vi.mock('comlink', () => ({
  proxy: (told: unknown) => told,
  wrap: (worker: FakeWorker) =>
    new Proxy(
      {},
      {
        get:
          (_, name: string) =>
          (...args: unknown[]) =>
            new Promise((answer, reject) => {
              asked.push({ name, args, worker, answer, fail: (why) => reject(new Error(why)) })
            }),
      },
    ),
}))

const job = demoJobs['fenwick-orchard']!()
/** Another name is the same circuit; another wire is not. */
const renamed = produce(job, (draft) => void (draft.title = 'Orchard'))
const rewired = produce(job, (draft) => void delete draft.wires[Object.keys(draft.wires)[0]!])
const settled = () => new Promise((done) => setTimeout(done, 0))
const at = (n: number) => asked[n]!
let judge: JudgeClient

beforeEach(() => {
  asked.length = workers.length = 0
  vi.stubGlobal('Worker', FakeWorker)
  judge = new JudgeClient()
})
afterEach(() => vi.unstubAllGlobals())

describe('a long judgement', () => {
  const long: readonly [name: 'proof' | 'dead' | 'load', begin: (job: Job) => void][] = [
    ['proof', (one) => judge.prove(one)],
    ['dead', (one) => judge.lookForLive(one, ['SS1'])],
    ['load', (one) => judge.weigh(one, [])],
  ]

  it.each(long)('%s: says how far it is, then what came of it, and its worker is gone', async (what, begin) => {
    begin(job)
    expect(judge.state()[what]).toEqual({ at: 'working', progress: undefined })
    const told = at(0).args.at(-1) as (progress: Progress) => void
    const progress: Progress = { done: 3, of: 8, differences: 0 }
    told(progress)
    expect(judge.state()[what]).toEqual({ at: 'working', progress })
    at(0).answer('found')
    await settled()
    expect([judge.state()[what], workers[0]!.terminated]).toEqual([{ at: 'done', result: 'found' }, true])
  })

  it.each(long)(
    '%s: for what is electrically the same it is not begun again, for another circuit it is',
    async (what, begin) => {
      begin(job)
      at(0).answer('first')
      await settled()
      begin(renamed)
      expect([asked.length, judge.state()[what]]).toEqual([1, { at: 'done', result: 'first' }])
      begin(rewired)
      expect([asked.length, judge.state()[what].at]).toEqual([2, 'working'])
    },
  )

  it.each(long)('%s: begun anew, what the one before still says is heard no more', async (what, begin) => {
    begin(job)
    begin(rewired)
    expect(workers.map(({ terminated }) => terminated)).toEqual([true, false])
    const told = at(0).args.at(-1) as (progress: Progress) => void
    told({ done: 7, of: 8, differences: 9 })
    at(0).answer('stale')
    await settled()
    expect(judge.state()[what]).toEqual({ at: 'working', progress: undefined })
    at(1).answer('fresh')
    await settled()
    expect(judge.state()[what]).toEqual({ at: 'done', result: 'fresh' })
  })

  it.each(long)('%s: cancelled it stays so until it is asked for again', async (what, begin) => {
    begin(job)
    judge.cancel(what)
    expect([judge.state()[what], workers[0]!.terminated]).toEqual([{ at: 'cancelled' }, true])
    at(0).fail('ended')
    await settled()
    expect(judge.state()[what]).toEqual({ at: 'cancelled' })
    begin(job)
    expect(asked).toHaveLength(1)
    judge.again(what)
    expect(judge.state()[what]).toEqual({ at: 'idle' })
    begin(job)
    expect([asked.length, judge.state()[what].at]).toEqual([2, 'working'])
  })

  it.each(long)('%s: that fails says why, and one beside it goes on', async (what, begin) => {
    begin(job)
    const [other] = long.filter(([name]) => name !== what)
    other![1](job)
    at(0).fail('out of memory')
    await settled()
    expect(judge.state()[what]).toEqual({ at: 'failed', why: 'out of memory' })
    expect([judge.state()[other![0]].at, workers[1]!.terminated]).toEqual(['working', false])
  })

  it('other switches open are another question of what stays live', async () => {
    judge.lookForLive(job, ['SS1'])
    judge.lookForLive(job, ['SS1'])
    expect(asked).toHaveLength(1)
    judge.lookForLive(job, ['SS1', 'ES1'])
    expect(asked).toHaveLength(2)
  })

  it('something found wrong is another load', () => {
    judge.weigh(job, [])
    judge.weigh(job, [{ id: 'part:V1/windingOpen' }])
    expect(asked.map(({ args }) => args[1])).toEqual([[], [{ id: 'part:V1/windingOpen' }]])
  })
})

describe('short questions', () => {
  it('share one worker, the search has its own, and both are made anew after closing', () => {
    void judge.room(job)
    void judge.script(job)
    void judge.find({} as never, () => undefined)
    void judge.find({} as never, () => undefined)
    expect(new Set(asked.map(({ worker }) => worker)).size).toBe(2)
    expect(at(0).worker).toBe(at(1).worker)
    expect(at(2).worker).toBe(at(3).worker)
    judge.close()
    expect(workers.every(({ terminated }) => terminated)).toBe(true)
    void judge.room(job)
    expect([workers.length, workers[2]!.terminated]).toEqual([3, false])
  })

  it('where to prove a plan dead is worked out once however many ask, and once more after closing', async () => {
    const [one, other] = [judge.deadPoints(job), judge.deadPoints(job)]
    expect(asked.map(({ name }) => name)).toEqual(['deadPoints'])
    at(0).answer(['V1.m1'])
    expect([await one, await other]).toEqual([['V1.m1'], ['V1.m1']])
    void judge.deadPoints(renamed)
    expect(asked).toHaveLength(2)
    judge.close()
    void judge.deadPoints(job)
    expect(asked).toHaveLength(3)
  })
})
