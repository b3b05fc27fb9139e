import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { documentOf, plannedJob } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { writeJobFile } from '@civil-lantern/core/validate'
import { build } from 'esbuild'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { halfSeen } from '../../core/src/testing/half-seen.ts'
import { lantern as commandLine } from './command-line.ts'

const folder = mkdtempSync(join(tmpdir(), 'lantern-cli-'))
const file = join(folder, 'job.json')
writeFileSync(file, writeJobFile(documentOf(demoJobs['kestrel-point']!())))
writeFileSync(join(folder, 'list.json'), '{"format":"list"}')
afterAll(() => rmSync(folder, { recursive: true }))

interface Ran {
  readonly code: number
  readonly out: string
  readonly err: string
}

const run = (...args: string[]): Promise<Ran> =>
  new Promise((done) =>
    execFile(process.execPath, args, { cwd: resolve(import.meta.dirname, '../..') }, (error, out, err) =>
      done({ code: error ? Number(error.code) : 0, out, err }),
    ),
  )

/** The program in one file, made once: run from its sources it takes seconds to load, every time. */
const bundle = join(folder, 'lantern.mjs')
beforeAll(() =>
  build({
    entryPoints: [resolve(import.meta.dirname, 'lantern.ts')],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'esm',
    conditions: ['source'],
    logLevel: 'error',
  }),
)
/**
 * The same in this process, where nothing has to be loaded again for every command. What one prints is caught, so only one
 * runs at a time.
 */
let turn: Promise<unknown> = Promise.resolve()
const lantern = (...args: string[]): Promise<Ran> => {
  const ran = turn.then(async () => {
    const said = { out: '', err: '' }
    const to = (which: keyof typeof said) => (text: string | Uint8Array) => {
      said[which] += String(text)
      return true
    }
    const spies = [
      vi.spyOn(process.stdout, 'write').mockImplementation(to('out')),
      vi.spyOn(process.stderr, 'write').mockImplementation(to('err')),
    ]
    try {
      return { code: await commandLine(args), ...said }
    } finally {
      for (const spy of spies) spy.mockRestore()
    }
  })
  turn = ran.catch(() => undefined)
  return ran
}

it('from its sources, as the README runs it, it says the same', async () => {
  const program = resolve(import.meta.dirname, 'lantern.ts')
  const ask = ['verdict', file, '--call', 'Signal house']
  const [fromSource, fromBundle] = await Promise.all([
    run('--conditions=source', '--import', 'tsx', program, ...ask),
    run(bundle, ...ask),
  ])
  expect(JSON.parse(fromSource.out).says).toContain('open and proven')
  expect(fromBundle).toEqual(fromSource)
  expect(await lantern(...ask)).toEqual(fromSource)
})

it('reads, settles, judges, checks and writes a netlist from a job file', async () => {
  const [reading, settled, verdict, check, spice] = await Promise.all([
    lantern('read', file, '--call', 'Signal house', '--from', 'V2.m1', '--to', 'V2.m2', '--mode', 'loz'),
    lantern('settle', file, '--call', 'Signal house', '--set', 'SS1.closed=false'),
    lantern('verdict', file, '--call', 'Signal house', '--lift', 'V2.e1'),
    lantern('check', file),
    lantern('spice', file),
  ])
  expect(JSON.parse(reading.out).value).toBeGreaterThan(24)
  expect(JSON.parse(settled.out).parts.V2.says).toBe('shut')
  expect(JSON.parse(verdict.out).says).toContain('the lead lifted off Valve 2 S1')
  expect(check).toMatchObject({ code: 0, out: '' })
  expect(spice.out).toMatch(/^\* Kestrel Point[\s\S]+\nKw0 Lwp0 Lws0 [\d.]+\n[\s\S]*\.end\n$/)
})

it('wires a survey, and runs a job through a script', async () => {
  const { parts: _p, wires: _w, cables: _c, scheme: _s, ...survey } = demoJobs['quay-terrace']!()
  writeFileSync(
    join(folder, 'survey.json'),
    writeJobFile(
      documentOf({
        ...survey,
        parts: {},
        wires: {},
        cables: {},
        wired: null,
        scheme: null,
        zones: Object.fromEntries(
          Object.entries(survey.zones).map(([id, { thermostat, valve, relay, pump, ...zone }]) => [id, zone]),
        ),
      }),
    ),
  )
  const made = await lantern('scheme', join(folder, 'survey.json'))
  expect(plannedJob(JSON.parse(made.out).document)).toEqual(demoJobs['quay-terrace']!())
  writeFileSync(join(folder, 'made.json'), made.out)
  writeFileSync(
    join(folder, 'events.json'),
    JSON.stringify({
      until: 60,
      events: [
        { at: 10, call: 'Cloakroom', on: true },
        { at: 40, set: 'FS1.closed=false' },
      ],
    }),
  )
  const { out } = await lantern('run', join(folder, 'made.json'), '--script', join(folder, 'events.json'))
  const lines = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  expect(lines.map(({ at, part, says }) => `${at} ${part} ${says}`)).toEqual(
    expect.arrayContaining([
      '10 TS1 contact makes',
      '21.04 K1 pulls in',
      '21.04 B1 is called: burner on',
      '40 FS1 switched off',
      '45 V1 shut',
    ]),
  )
})

it('proves a job, and names what differs with its path and what puts it right', async () => {
  const clean = await lantern('prove', file)
  expect([clean.code, JSON.parse(clean.out)]).toEqual([
    0,
    expect.objectContaining({ combinations: 32, differences: 0 }),
  ])
  const job = demoJobs['quay-terrace']!()
  job.wires.extra = {
    from: { part: 'V1', terminal: 'out' },
    to: { part: 'P4', terminal: 'l' },
    colour: 'grey',
    size: 1.5,
    length: 1,
    label: 'extra',
  }
  writeFileSync(join(folder, 'backfed.json'), writeJobFile(documentOf(job)))
  const { code, out } = await lantern('prove', join(folder, 'backfed.json'))
  const [first] = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  expect([code, first.says, first.fix]).toEqual([
    1,
    'Pump, Sprung floor runs while Cloakroom calls.',
    'Take wire extra off',
  ])
  expect(first.path).toContainEqual({ wire: 'extra' })
  const checked = await lantern('check', join(folder, 'backfed.json'))
  expect(checked.code).toBe(1)
  expect(checked.out).toContain('back-feed')
})

it.each([
  ['a way that does not fit', ['scheme', file, '--way', 's9'], 'does not fit'],
  ['a script that is none', ['run', file, '--script', join(folder, 'list.json')], 'A script is'],
  ['a file that is not a job', ['settle', join(folder, 'list.json')], 'not a Civil Lantern job'],
  ['a file that is not there', ['settle', 'none.json'], 'cannot be read'],
  ['a terminal that does not exist', ['read', file, '--from', 'V9.m1', '--to', 'XF1.c'], 'no terminal V9.m1'],
  ['a zone that does not exist', ['settle', file, '--call', 'Attic'], 'no zone "Attic"'],
  ['a wire that does not exist', ['settle', file, '--break', 'wire:w999'], 'no wire "w999"'],
  ['a fault that does not exist', ['settle', file, '--fault', 'V2.sulks'], 'no fault "sulks"; there are windingOpen'],
  ['a figure that does not exist', ['settle', file, '--figure', 'V2.wings=2'], 'no figure "wings"'],
  ['a joint without ohms', ['settle', file, '--joint', 'wire:w21.from'], 'not NAME=VALUE'],
  ['a circuit that does not exist', ['settle', file, '--as', 'dreamt'], 'planned or found'],
  ['a clamp on nothing', ['read', file, '--mode', 'amps', '--wire', 'w999'], 'no wire w999'],
  ['a state that does not exist', ['settle', file, '--set', 'V2.mood=good'], 'no state mood'],
  ['a mode that does not exist', ['read', file, '--from', 'V2.m1', '--to', 'V2.m2', '--mode', 'kelvin'], 'not a mode'],
  ['an option that does not exist', ['settle', file, '--loud'], '--loud'],
])('%s gets one clear line and exit 2', async (_name, args, says) => {
  const { code, out, err } = await lantern(...args)
  expect({ code, out }).toEqual({ code: 2, out: '' })
  expect(err).toContain(says)
  expect(err.trimEnd().split('\n')).toHaveLength(1)
})

it('load says what each transformer carries at worst, when, and what mends it', async () => {
  const { code, out } = await lantern('load', file, '--figure', 'V3.va=19')
  const told = JSON.parse(out)
  expect(code).toBe(1)
  expect(told.says).toMatch(/Transformer is short by \d+ VA when all 5 call/)
  const [xf] = told.transformers
  expect(xf).toMatchObject({ part: 'XF1', rated: 40, worst: { at: 0 } })
  expect(xf.together.map(({ zones }: { zones: string[] }) => zones.length)).toEqual([0, 1, 2, 3, 4, 5])
  expect(xf.together[1].zones).toEqual(['oil'])
  expect(xf.least.volts).toBeGreaterThan(xf.least.needs)
  expect(told.mends.some(({ mends }: { mends: string }) => mends === 'well')).toBe(true)
  expect(told.room.every(({ more }: { more: number }) => more === 0)).toBe(true)
  const sound = await lantern('load', file)
  expect([sound.code, JSON.parse(sound.out).tone]).toEqual([0, 'busy'])
  const broken = await lantern('load', file, '--break', 'wire:w21')
  expect(JSON.parse(broken.out).transformers[0].worst.va).toBeLessThan(
    JSON.parse(sound.out).transformers[0].worst.va - 4,
  )
})

it('prints the commissioning script, and where a wall with something wrong fails it', async () => {
  const [sound, wrong, crossed] = await Promise.all([
    lantern('commission', file),
    lantern('commission', file, '--fault', 'V2.windingOpen'),
    lantern('commission', file, '--fault', 'V2.nothing'),
  ])
  const script = JSON.parse(sound.out)
  expect([sound.code, script.fails]).toEqual([0, []])
  expect(script.steps.map(({ id }: { id: string }) => id).slice(0, 2)).toEqual(['dead', 'ohms'])
  const { fails } = JSON.parse(wrong.out)
  expect(wrong.code).toBe(1)
  expect(fails[0].step).toBe('over:keepers+signal')
  expect([crossed.code, crossed.out]).toEqual([2, ''])
  expect(crossed.err).toContain('windingOpen')
})

it('searches by asking a wall until it knows, has it put right, and closes with every zone alone', async () => {
  const wall = [JSON.stringify(process.execPath), bundle, 'wall', file, '--fault', 'V2.windingOpen'].join(' ')
  const ran = await lantern('find', file, '--complaint', 'Signal house stays cold', '--answers-from', wall)
  const said = ran.out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  expect([ran.code, said.at(-1)]).toMatchObject([0, { solved: true, repairs: ['V2/head'] }])
  expect(said.filter(({ request }) => request?.what === 'pipe')).toHaveLength(5)
  expect(said[0].request).toMatchObject({ power: true, lifted: [], linked: [] })
  // Volts and amps are read live, ohms dead, and nothing else is read.
  const modes = said.flatMap(({ request }) => (request?.mode ? [`${request.mode} ${request.power}`] : []))
  expect(
    [...new Set(modes)].filter((mode) => mode !== 'loz true' && mode !== 'amps true' && mode !== 'ohms false'),
  ).toEqual([])
})

it('a complaint that names no zone is refused before anything is started', async () => {
  const ran = await lantern('find', file, '--complaint', 'it is cold', '--answers-from', 'true')
  expect([ran.code, ran.out]).toEqual([2, ''])
  expect(ran.err).toContain('names no zone')
})

it('deduces where loose ends lead, by what was seen and said to be all', async () => {
  const job = demoJobs['kestrel-point']!()
  let n = 0
  const { document, entries, truth } = halfSeen(job, () => n++ % 3 === 0)
  const traced = join(folder, 'traced.json')
  const silent = join(folder, 'silent.json')
  writeFileSync(traced, writeJobFile(document, entries))
  writeFileSync(
    silent,
    writeJobFile(
      document,
      entries.filter(({ body }) => body.what !== 'word'),
    ),
  )
  const [all, some, whole, nowhere, both] = await Promise.all([
    lantern('deduce', traced),
    lantern('deduce', silent),
    lantern('deduce', file, '--written', 'all'),
    lantern('deduce', file, '--written', 'Attic'),
    lantern('deduce', traced, '--written', 'all'),
  ])
  const lines = ({ out }: Ran) =>
    out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line))
  const certain = lines(all).filter(({ is }) => is === 'certain')
  expect(certain.length).toBeGreaterThan(10)
  for (const one of certain) expect(one.with).toContain(truth.get(one.wire))
  expect(lines(all).find(({ beep }) => beep)).toMatchObject({ elseShows: expect.any(String) })
  expect(all.code).toBe(1)
  // Nobody said that a place is all written down: only cores of cables are certain.
  expect(lines(some).filter(({ is }) => is === 'certain').length).toBeLessThan(certain.length)
  expect(whole).toMatchObject({ code: 0, out: '{"ends":0,"certain":0,"deduced":0,"unknown":0}\n' })
  expect(nowhere.err).toContain('There is no place Attic. There are ')
  expect(both.err).toContain('--written is for a file without entries')
})

it('compares a wall with a plan by what is joined', async () => {
  const plan = documentOf(demoJobs['kestrel-point']!())
  const [id, wire] = Object.entries(plan.planned.wires).find(
    ([, { from }]) => from.part === 'V2' && from.terminal === 'm1',
  )!
  const { [id]: _, ...rest } = plan.planned.wires
  const found = join(folder, 'found.json')
  writeFileSync(
    found,
    writeJobFile({
      ...plan,
      before: { ...plan.planned, wires: { ...rest, renamed: { ...wire, from: { part: 'V2', terminal: 'e2' } } } },
    }),
  )
  const [same, other, alone] = await Promise.all([
    lantern('compare', file, file),
    lantern('compare', found, file),
    lantern('compare', file),
  ])
  expect([same.code, same.out]).toEqual([0, ''])
  expect(other.code).toBe(1)
  expect(JSON.parse(other.out.split('\n')[0]!)).toMatchObject({ what: 'wire moved', electrical: true })
  expect([alone.code, alone.err]).toEqual([2, 'lantern: Name two job files: what was found, then the plan.\n'])
})
