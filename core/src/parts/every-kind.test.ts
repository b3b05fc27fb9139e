import { describe, expect, it } from 'vitest'
import { figuresOf } from '../circuit/netlist.ts'
import { Simulation } from '../motion/simulation.ts'
import { catalogue } from './index.ts'
import { blankJob } from './new-job.ts'
import type { StateRoles } from './roles.ts'

/** What holds of every kind of part, so that readers may take it for granted. */

const stateRoles: readonly (keyof StateRoles)[] = [
  ...(['calling', 'made', 'waited', 'warmth', 'travel', 'stalled', 'lever', 'passes', 'target', 'powered'] as const),
  ...(['pulledIn', 'flame', 'running', 'told', 'limitOpen', 'water', 'lockedOut', 'board', 'keepsWarm'] as const),
  ...(['runOn', 'closed', 'blown'] as const),
]

describe.each([...catalogue.values()].map((kind) => [kind.kind, kind] as const))('%s', (_name, kind) => {
  const figures = figuresOf(kind, undefined)
  const elements = kind.inside(figures, { lineVolts: 230, hertz: 50 })
  const named = (name: string) => elements.find((element) => element.name === name)
  const isTerminal = (name: string) => name in kind.terminals

  it('has hands that find where it stands, each place once and by a word of its own', () => {
    for (const control of kind.controls ?? []) {
      expect(Object.keys(kind.state)).toContain(control.state)
      if ('options' in control) {
        const values = control.options.map(({ value }) => value)
        expect(values).toContain(kind.state[control.state])
        expect(new Set(values).size).toBe(values.length)
        expect(new Set(control.options.map(({ says }) => says)).size).toBe(values.length)
      } else {
        const { from, to, step, per = 1 } = control.dial(figures)
        expect(to).toBeGreaterThan(from)
        expect(step).toBeGreaterThan(0)
        const now = Number(kind.begins?.(figures)[control.state] ?? kind.state[control.state]) / per
        expect(now).toBeGreaterThanOrEqual(from)
        expect(now).toBeLessThanOrEqual(to)
      }
    }
  })

  it('has inside it only what lies between two points, each by a name of its own', () => {
    expect(new Set(elements.map(({ name }) => name)).size).toBe(elements.length)
    for (const { a, b } of elements) expect(a).not.toBe(b)
    for (const element of elements)
      if ('ohms' in element && element.form !== 'windings') expect(element.ohms).toBeGreaterThan(0)
  })

  it('has roles played by what it has', () => {
    const { roles } = kind
    for (const role of stateRoles) if (roles[role] !== undefined) expect(Object.keys(kind.state)).toContain(roles[role])
    // Where it is uncertain how a switch stands it counts as closed, which is how each begins.
    if (roles.closed !== undefined) expect(kind.state[roles.closed]).toBe(true)
    for (const role of ['callContact', 'actuator', 'callSense', 'work', 'listens'] as const)
      if (roles[role] !== undefined) expect(named(roles[role])).toBeDefined()
    for (const { element } of roles.switches ?? []) expect(named(element)?.form).toBe('contact')
    for (const lane of roles.lanes ?? []) expect(named(lane)?.form).toBe('contact')
    for (const [element, figure] of Object.entries(kind.ratings ?? {})) {
      expect(named(element)?.form).toBe('contact')
      expect(figures[figure]).toBeGreaterThan(0)
    }
    for (const terminal of [...(roles.callPair ?? []), ...(roles.signals ?? []).flat()])
      expect(isTerminal(terminal)).toBe(true)
    const {
      proof = [],
      spare = [],
      proofShared: _,
      ...single
    } = kind.hookup ?? { feed: Object.keys(kind.terminals)[0]! }
    for (const terminal of [...proof, ...spare, ...Object.values(single)])
      expect(isTerminal(terminal as string)).toBe(true)
  })

  it('breaks only in what it has, each time by a name of its own', () => {
    const faults = kind.faults ?? []
    expect(new Set(faults.map(({ name }) => name)).size).toBe(faults.length)
    for (const { open = [], short = [], pin = {}, times = {}, sets = {}, says, repair } of faults) {
      expect([says, repair].every(Boolean)).toBe(true)
      for (const element of [...open, ...short]) expect(named(element)).toBeDefined()
      for (const [state, value] of Object.entries(pin)) expect(typeof value).toBe(typeof kind.state[state])
      for (const figure of [...Object.keys(times), ...Object.keys(sets)]) expect(figures[figure]).toBeDefined()
    }
  })

  it('tells of nothing that both begins and ends in silence', () => {
    for (const { starts, ends } of kind.tells ?? []) expect(starts ?? ends).toBeTruthy()
  })
})

it.each([
  ['panel/manifold-4', 'common'],
  ['panel/manifold-8', 'common'],
  ['panel/manifold-4-230', 'neutral'],
])('%s gives a thermostat its %s', (kind, back) => {
  expect(catalogue.get(kind)!.terminals.c2!.role).toBe(`zone 2 thermostat ${back}`)
})

it('a volt-free contact is volt-free at both its ends', () => {
  const half = [...catalogue.values()].flatMap((kind) =>
    kind
      .inside(figuresOf(kind, undefined), { lineVolts: 230, hertz: 50 })
      .filter(({ form }) => form === 'contact')
      .filter(({ a, b }) => (kind.terminals[a]?.dry ?? false) !== (kind.terminals[b]?.dry ?? false))
      .map(({ name }) => `${kind.kind} ${name}`),
  )
  expect(half).toEqual([])
})

it.each([...catalogue.keys()])('%s that nothing feeds stands as it comes, and tells of nothing', (kind) => {
  const job = blankJob('Alone', '230')
  job.parts.X = { kind, label: 'X', place: 'boiler' }
  const bench = new Simulation(job)
  const described = catalogue.get(kind)!
  expect(bench.stateOf('X')).toEqual({ ...described.state, ...described.begins?.(figuresOf(described, undefined)) })
  expect(bench.trace).toEqual([])
})

it.each([...catalogue.values()].filter(({ controls }) => controls?.length).map((kind) => [kind.kind, kind] as const))(
  '%s: what a hand sets stays so while nothing else happens',
  (name, { controls }) => {
    const job = blankJob('Alone', '230')
    job.parts.X = { kind: name, label: 'X', place: 'boiler' }
    const bench = new Simulation(job)
    const undone: string[] = []
    for (const control of controls!)
      for (const value of 'options' in control ? control.options.map((one) => one.value) : []) {
        bench.set('X', control.state, value)
        bench.settle()
        if (bench.stateOf('X')[control.state] !== value) undone.push(`${control.state} ${value}`)
      }
    expect(undone).toEqual([])
  },
)
