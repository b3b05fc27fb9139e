import { keyOf, LiveBench, type OnTheBench } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { aPage } from '../testing/page.ts'
import { BenchClient } from './bench-client.ts'

/** The page's side of the bench, with the real bench behind a stand-in for the worker. */

let calls: string[] = []
let ended = 0

vi.mock('comlink', () => ({
  wrap: ({ bench }: { bench: object }) =>
    new Proxy(bench, {
      get:
        (target, name: string) =>
        async (...args: unknown[]) => {
          calls.push(name)
          const method = Reflect.get(target, name) as (...all: unknown[]) => unknown
          // What comes out of a worker is a copy.
          const result = Reflect.apply(method, target, args)
          return result === undefined ? undefined : structuredClone(result)
        },
    }),
}))

const job = demoJobs['kestrel-point']!()
const on = (hands: OnTheBench['hands'] = {}): OnTheBench => ({ job, supposed: [], hands, key: keyOf(job, [], hands) })
const calling = { TS2: { calling: true } }
const turn = (ms = 0) => vi.advanceTimersByTimeAsync(ms)

let clients: BenchClient[] = []
async function aClient(speed?: 1 | 4 | 'instant') {
  const client = new BenchClient()
  clients.push(client)
  if (speed !== undefined) await client.setSpeed(speed)
  calls = []
  return client
}
const valve = (client: BenchClient) => Number(client.state().snapshot?.states.V2?.state.travel)

beforeEach(() => {
  vi.useFakeTimers()
  aPage()
  ended = 0
  vi.stubGlobal(
    'Worker',
    class {
      bench = new LiveBench()
      terminate = () => ended++
    },
  )
})
afterEach(() => {
  for (const client of clients) client.close()
  clients = []
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('at once: opened with a call it shows the valve open, its findings checked, and no clock runs', async () => {
  const client = await aClient('instant')
  await client.open(on(calling))
  expect(valve(client)).toBe(1)
  expect(calls).toEqual(['open', 'check'])
  await turn(1000)
  expect(calls).toEqual(['open', 'check'])
})

it('running: the clock goes on by itself while something moves, four times as fast, and stops at rest', async () => {
  const client = await aClient(4)
  await client.open(on())
  await client.open(on(calling))
  expect(valve(client)).toBe(0)
  await turn(80)
  expect(client.state().snapshot?.now).toBeCloseTo(0.32, 6)
  const first = valve(client)
  expect(first).toBeGreaterThan(0)
  await turn(80)
  expect(valve(client)).toBeCloseTo(2 * first, 6)
  await turn(20_000)
  expect(valve(client)).toBe(1)
  const asked = calls.length
  await turn(5000)
  expect(calls.length).toBe(asked)
})

it('real time runs a quarter of that; set to at once in the middle it is over', async () => {
  const client = await aClient(1)
  await client.open(on())
  await client.open(on(calling))
  await turn(80)
  expect(client.state().snapshot?.now).toBeCloseTo(0.08, 6)
  await client.setSpeed('instant')
  expect(valve(client)).toBe(1)
  expect(new BenchClient().state().speed).toBe('instant')
})

it('what did not change is the very same object after a tick', async () => {
  const client = await aClient(4)
  await client.open(on())
  await client.open(on(calling))
  const before = client.state().snapshot!
  await turn(80)
  const after = client.state().snapshot!
  expect(after.states.V2).not.toBe(before.states.V2)
  expect(after.states.V3).toBe(before.states.V3)
  expect(after.findings).toBe(before.findings)
})

it('two who look at different things get both; one that lets go leaves the other', async () => {
  const client = await aClient('instant')
  await client.open(on())
  const letGo = client.watch({ live: true })
  client.watch({ timeline: true })
  await turn()
  expect(client.state().snapshot?.live?.length).toBeGreaterThan(0)
  expect(client.state().snapshot?.timeline).toBeDefined()
  letGo()
  await turn()
  expect(client.state().snapshot?.live).toBeUndefined()
  expect(client.state().snapshot?.timeline).toBeDefined()
})

it('looking at the same again asks nothing', async () => {
  const client = await aClient('instant')
  await client.open(on())
  client.watch({ live: true })
  await turn()
  const asked = calls.length
  client.watch({ live: true })
  await turn()
  expect(calls.length).toBe(asked)
})

it('the same circuit again is not opened anew: its clock goes on', async () => {
  const client = await aClient('instant')
  await client.open(on(calling))
  const { now } = client.state().snapshot!
  expect(now).toBeGreaterThan(0)
  await client.open({ ...on(calling), job: { ...job, site: { ...job.site, notes: 'Dog' } } })
  expect(client.state().snapshot!.now).toBe(now)
})

it('closed it shows no late answer and ends its worker', async () => {
  const client = await aClient(4)
  await client.open(on())
  await client.open(on(calling))
  const late = client.restart()
  const before = client.state().snapshot
  client.close()
  await late
  await turn(500)
  expect(client.state().snapshot).toBe(before)
  expect(ended).toBe(1)
})
