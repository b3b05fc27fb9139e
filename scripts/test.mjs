// Everything that must hold: check, unit tests, comparison with ngspice, browser tests. Installs what it needs first.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { calibrationSeconds, childSeconds } from './effort.mjs'
import { build, installPackages, installPrograms, run, say } from './shared.mjs'

const from = Date.now()
await installPackages()
await installPrograms()
const installed = childSeconds()

const folder = mkdtempSync(join(tmpdir(), 'lantern-test-'))
let passed = 0
let failed = 0
/** What failed, by name: said again at the very end, where nobody has to look for it. */
const failures = []

/** A step that is one test by itself. */
async function step(name, command, args) {
  say(name)
  if ((await run(command, args)) === 0) passed++
  else {
    failed++
    failures.push(name)
  }
}

/** A step whose runner counts its tests. */
async function suite(name, args) {
  say(name)
  const file = join(folder, `${name.replaceAll(' ', '-')}.json`)
  const code = await run('npx', [
    'vitest',
    'run',
    ...args,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${file}`,
  ])
  try {
    const { numPassedTests, numFailedTests, numFailedTestSuites, testResults } = JSON.parse(readFileSync(file, 'utf8'))
    passed += numPassedTests
    failed += numFailedTests
    for (const { assertionResults, name: file, status, message } of testResults) {
      const broken = assertionResults.filter((one) => one.status === 'failed')
      for (const { fullName, failureMessages } of broken)
        failures.push(`${name}: ${fullName}\n  ${failureMessages[0]?.split('\n')[0] ?? ''}`)
      if (status === 'failed' && broken.length === 0) failures.push(`${name}: ${file}\n  ${message}`)
    }
    if (code !== 0 && numFailedTests === 0) failed += Math.max(1, numFailedTestSuites)
  } catch (error) {
    failed++
    failures.push(`${name}: no result (${error.message})`)
  }
}

// The oracle is one long process; what else needs no browser goes on beside it.
await Promise.all([
  step('oracle: the core against ngspice', 'npm', ['run', '-s', 'oracle']),
  step('check: format, lint, types, rooms, names', 'npm', ['run', '-s', 'check'])
    .then(build)
    .then(() => suite('unit tests', [])),
])
await suite('browser tests', ['--config', 'e2e/vitest.config.ts'])
rmSync(folder, { recursive: true, force: true })

const seconds = childSeconds()
if (seconds !== undefined) {
  const calibration = calibrationSeconds()
  const testing = seconds - installed
  say(
    `${testing.toFixed(0)} s of CPU, ${(testing / calibration).toFixed(0)} calibration loops of ${calibration.toFixed(2)} s`,
  )
}
say(`${((Date.now() - from) / 60_000).toFixed(1)} minutes`)
for (const failure of failures) console.error(`FAILED ${failure}`)
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 && passed > 0 ? 0 : 1)
