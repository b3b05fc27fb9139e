import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { documentOf, plannedJob } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { writeJobFile } from '@civil-lantern/core/validate'
import { build } from 'esbuild'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

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
const lantern = (...args: string[]) => run(bundle, ...args)

it('from its sources, as the README runs it, it says the same', async () => {
  const program = resolve(import.meta.dirname, 'lantern.ts')
  const ask = ['verdict', file, '--call', 'Signal house']
  const [fromSource, fromBundle] = await Promise.all([
    run('--conditions=source', '--import', 'tsx', program, ...ask),
    lantern(...ask),
  ])
  expect(JSON.parse(fromSource.out).says).toContain('open and proven')
  expect(fromBundle).toEqual(fromSource)
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

describe('the search on the command line', () => {
  const node = JSON.stringify(process.execPath)
  const wall = (...wrong: string[]) => [node, bundle, 'wall', file, ...wrong].join(' ')
  const find = (complaint: string, answers: string, ...more: string[]) =>
    lantern('find', file, '--complaint', complaint, '--answers-from', answers, ...more)
  const lines = ({ out }: Ran) =>
    out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line))

  it('asks a wall until it knows, has it put right, and closes with every zone alone', async () => {
    const ran = await find('Signal house stays cold', wall('--fault', 'V2.windingOpen'))
    const said = lines(ran)
    expect([ran.code, said.at(-1)]).toMatchObject([0, { solved: true, repairs: ['V2/head'] }])
    expect(said.filter(({ request }) => request?.what === 'pipe')).toHaveLength(5)
    expect(said[0].request).toMatchObject({ power: true, lifted: [], linked: [] })
    expect(said.every(({ request }) => request?.mode === undefined || request.mode === 'loz')).toBe(true)
  })

  it('with dead work only, no reading is asked for on a live circuit', async () => {
    const said = lines(await find('Signal house stays cold', wall('--fault', 'V2.windingOpen'), '--dead-only'))
    expect(said.some(({ request }) => request?.ask === 'read')).toBe(false)
  })

  it.each([
    ['ends', 'true', 'has ended'],
    ['says nothing', 'sleep 20', 'no line in 1 s'],
    ['talks nonsense', 'echo hello; cat >/dev/null', 'no JSON: hello'],
  ])('an answerer that %s is said to, and the trail is kept', async (_does, command, why) => {
    const ran = await find('Signal house stays cold', command, '--patience', '1')
    expect([ran.code, lines(ran).at(-1)]).toMatchObject([1, { solved: false, why: expect.stringContaining(why) }])
  })

  it('an answer that is none is passed over with why, and the search goes on', async () => {
    const silly = `${node} -e "require('readline').createInterface({input:process.stdin}).on('line',(l)=>console.log(JSON.parse(l).ask==='read'?'{\\"value\\":1e9}':'{\\"seen\\":\\"purple\\"}'))"`
    const said = lines(await find('Signal house stays cold', silly))
    expect(said[0].passedOver).toContain('more than a meter shows')
    expect(said.some(({ passedOver }) => passedOver?.includes('is one of'))).toBe(true)
    expect(said.at(-1).solved).toBe(false)
  })

  it.each([
    ['', 'is empty'],
    ['it is cold', 'names no zone'],
    ['{"cold":["attic"]}', 'no zone "attic"'],
    ['{"cold":[]}', 'no cold zone'],
    ['{', 'is no JSON'],
  ])('the complaint %j is refused in words', async (complaint, why) => {
    const ran = await find(complaint, 'true')
    expect([ran.code, ran.out]).toEqual([2, ''])
    expect(ran.err).toContain(why)
  })
})
