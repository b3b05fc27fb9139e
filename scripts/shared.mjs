// What the scripts of this folder have in common. Plain Node: they run before anything is installed.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))
const stamps = join(root, '.stamps')

export const say = (text) => console.log(`> ${text}`)

/** Runs a command with its output in the open; resolves with its exit code. */
export function run(command, args, { env = {}, quiet = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    })
    let said = ''
    child.stdout?.on('data', (data) => (said += data))
    child.stderr?.on('data', (data) => (said += data))
    child.on('error', reject)
    child.on('close', (code) => {
      if (quiet && code !== 0) process.stdout.write(said)
      resolve(code ?? 1)
    })
  })
}

export async function must(what, command, args, options) {
  const code = await run(command, args, options)
  if (code !== 0) {
    console.error(`${what} failed (exit ${code}).`)
    process.exit(1)
  }
}

/** A hash of files and folders: their paths and contents, without what is built or installed. */
function hashOf(paths) {
  const hash = createHash('sha256').update(process.version)
  const skip = new Set(['node_modules', 'dist', '.git'])
  const add = (path) => {
    if (!existsSync(path)) return
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort())
        if (!skip.has(name) && !name.endsWith('.tsbuildinfo')) add(join(path, name))
      return
    }
    hash.update(relative(root, path)).update(readFileSync(path))
  }
  for (const path of paths) add(join(root, path))
  return hash.digest('hex')
}

/** Does work only where the files it depends on have changed since it last succeeded. */
async function once(name, paths, there, work) {
  const file = join(stamps, name)
  const now = hashOf(paths)
  if (there() && existsSync(file) && readFileSync(file, 'utf8') === now) return
  await work()
  mkdirSync(stamps, { recursive: true })
  writeFileSync(file, now)
}

export const installPackages = () =>
  once(
    'packages',
    ['package-lock.json'],
    () => existsSync(join(root, 'node_modules')),
    async () => {
      say('installing packages')
      await must('Installing packages', 'npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
    },
  )

export const build = () =>
  once(
    'build',
    ['package-lock.json', 'scripts/bundled.mjs', 'core/src', 'core/package.json', 'server', 'web'],
    () => existsSync(join(root, 'web/dist/index.html')) && existsSync(join(root, 'server/dist/main.js')),
    async () => {
      say('building the page and the server')
      await must('Building the page', 'npm', ['run', '-s', 'build', '-w', 'web'], { quiet: true })
      await must('Building the server', 'npm', ['run', '-s', 'build', '-w', 'server'], { quiet: true })
    },
  )

const onPath = (program) => spawnSync('sh', ['-c', `command -v ${program}`]).status === 0

/** The browser without its own window: the same engine at under half the work. Where a Debian is too old for it, the whole one does. */
const SHELL = 'chromium-headless-shell'

/** Programs that come from Debian's packages: the browser for its tests, ngspice for the comparison. */
export async function installPrograms() {
  const missing = [SHELL, 'ngspice'].filter((program) => !onPath(program))
  if (missing.length === 0) return
  say(`installing ${missing.join(' and ')} from Debian's packages`)
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const [command, ...rest] = [...sudo, 'apt-get']
  const options = { env: { DEBIAN_FRONTEND: 'noninteractive' }, quiet: true }
  const install = ['install', '-y', '--no-install-recommends']
  const apt = (...args) => must(`apt-get ${args[0]}`, command, [...rest, ...args], options)
  await apt('update')
  if (!onPath('ngspice')) await apt(...install, 'ngspice')
  if (onPath(SHELL) || (await run(command, [...rest, ...install, SHELL], options)) === 0) return
  if (!onPath('chromium')) await apt(...install, 'chromium')
}
