// Breaks lines of the core on purpose and asks whether a test notices:
//   npm run mutants -- --seed 7 --rooms motion,parts --count 150 [--own]
// Draws lines by the seed, lets Stryker mutate what stands on them, and prints the share that a test killed: first by the tests
// of those rooms, which are quick, then, for what lived, by all tests of the core,
// which takes long: with --own it is left at the first. Mutants that change nothing anybody can see are listed in `equivalent-mutants.json` with the reason, and are not counted.
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { root, run, say } from './shared.mjs'

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    rooms: { type: 'string', default: 'circuit,motion,parts,checks,loops,proof,suppose,compare,record' },
    count: { type: 'string', default: '150' },
    own: { type: 'boolean', default: false },
  },
})
const seed = Number(values.seed)
const count = Number(values.count)
const rooms = values.rooms.split(',').map((room) => room.trim())
const unknown = rooms.find((room) => !existsSync(join(root, 'core/src', room)))
if (!Number.isInteger(seed) || !Number.isInteger(count) || count < 1 || unknown !== undefined) {
  console.error(
    unknown === undefined
      ? '--seed and --count are whole numbers: npm run mutants -- --seed 7 --rooms motion,parts --count 150'
      : `There is no room "${unknown}" in core/src; --rooms takes some of: ${readdirSync(join(root, 'core/src'), {
          withFileTypes: true,
        })
          .filter((one) => one.isDirectory())
          .map(({ name }) => name)
          .join(', ')}.`,
  )
  process.exit(2)
}

/** A source of numbers from 0 to 1 that gives the same ones for the same seed. */
function drawn(from) {
  let state = from >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), state | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}

/** Lines that decide something: no imports, types, comments, words, or bare brackets. */
const decides = (line) =>
  /[<>=+\-*/?&|!]|\btrue\b|\bfalse\b|return/.test(line) &&
  !/^\s*(import|export (type|interface)|interface|type|\/?\*|\/\/|readonly|says|why|remedy|about|name:)/.test(line)

const lines = rooms.flatMap((room) =>
  readdirSync(join(root, 'core/src', room), { recursive: true })
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .flatMap((file) => {
      const path = `core/src/${room}/${file}`
      return readFileSync(join(root, path), 'utf8')
        .split('\n')
        .flatMap((line, i) => (decides(line) ? [`${path}:${i + 1}-${i + 1}`] : []))
    }),
)
const next = drawn(seed)
const shuffled = lines.map((line) => [next(), line]).sort((a, b) => a[0] - b[0])
// A line holds about two mutants.
const mutate = shuffled.slice(0, Math.ceil(count / 2)).map(([, line]) => line)

const folder = mkdtempSync(join(tmpdir(), 'lantern-mutants-'))
process.on('exit', () => rmSync(folder, { recursive: true, force: true }))

/** One round of Stryker over some lines: its report by file. @param own whether only the tests of the rooms are run */
async function round(lines, own) {
  const report = join(folder, 'mutants.json')
  const config = join(folder, 'stryker.json')
  rmSync(report, { force: true })
  writeFileSync(
    config,
    JSON.stringify({
      testRunner: 'vitest',
      plugins: ['@stryker-mutator/vitest-runner'],
      vitest: { configFile: 'scripts/vitest.mutants.config.mjs', related: true },
      mutate: lines,
      // Words are not behaviour; a test of the words would only repeat them.
      mutator: { excludedMutations: ['StringLiteral', 'Regex', 'ObjectLiteral', 'ArrayDeclaration'] },
      coverageAnalysis: 'perTest',
      concurrency: 2,
      timeoutMS: 30_000,
      dryRunTimeoutMinutes: 30,
      ignoreStatic: false,
      reporters: ['json', 'progress-append-only'],
      jsonReporter: { fileName: report },
      tempDirName: join(folder, 'sandbox'),
      disableTypeChecks: false,
      ignorePatterns: ['/web', '/e2e', '/docs', '/.ci', '/server/dist', '.stamps', '/core/src/testing/shots'],
    }),
  )
  const code = await run('npx', ['stryker', 'run', config], { env: own ? { MUTANT_ROOMS: rooms.join(',') } : {} })
  if (existsSync(report)) return JSON.parse(readFileSync(report, 'utf8')).files
  console.error('Stryker wrote no report: see above.')
  process.exit(code || 1)
}

/** What no test killed: where it stands, and what was changed. */
const livedIn = (files) =>
  Object.entries(files).flatMap(([path, { mutants, source }]) =>
    mutants
      .filter(({ status }) => status === 'Survived' || status === 'NoCoverage')
      .map(({ mutatorName, replacement, location: { start, end } }) => ({
        path,
        line: start.line,
        text: source.split('\n')[start.line - 1].trim(),
        mutatorName,
        replacement,
        // The report counts columns from one, the command line from nought.
        range: `${path}:${start.line}:${start.column - 1}-${end.line}:${end.column - 1}`,
      })),
  )
const countOf = (files) =>
  Object.values(files).flatMap(({ mutants }) =>
    mutants.filter(({ status }) => ['Killed', 'Timeout', 'RuntimeError', 'Survived', 'NoCoverage'].includes(status)),
  ).length

const equivalent = JSON.parse(readFileSync(join(root, 'scripts/equivalent-mutants.json'), 'utf8'))
const known = ({ path, text, replacement }) =>
  equivalent.some((one) => one.file === path && one.line === text && one.mutation === replacement)
const told = ({ path, line, text, mutatorName, replacement }) =>
  `${path}:${line} ${mutatorName}: ${text}\n         becomes ${replacement}`

say(`${mutate.length} lines of ${lines.length} in ${rooms.join(', ')}, seed ${seed}`)
const from = Date.now()
const first = await round(mutate, true)
const after = livedIn(first)
const left = after.filter((one) => !known(one))
const of = countOf(first) - (after.length - left.length)
const share = (lived) => `${of - lived} of ${of} killed (${((100 * (of - lived)) / Math.max(1, of)).toFixed(1)} %)`
say(`${share(left.length)} by the tests of their own rooms, ${after.length - left.length} equivalent`)
// The second round takes long: what it is about is said before.
for (const one of left) console.log(`left: ${told(one)}`)
if (values.own) process.exit()
const ranges = new Set(left.map(({ range }) => range))
const same = (one, other) => one.range === other.range && one.replacement === other.replacement
const lived =
  left.length === 0 ? [] : livedIn(await round([...ranges], false)).filter((one) => left.some((it) => same(one, it)))
for (const one of lived) console.log(`lived: ${told(one)}`)
const minutes = ((Date.now() - from) / 60_000).toFixed(1)
say(`${share(lived.length)}, seed ${seed}, ${minutes} minutes`)
