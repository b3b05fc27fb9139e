// No kind of part is named, and no state of one read by a literal, outside the rooms that describe parts and schemes:
// whoever needs one asks for the role it plays. Run by `npm run check`.
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { kinds } from '@civil-lantern/core'

const root = join(import.meta.dirname, '../..')
/** Rooms where kinds are described, wired, shown as examples or tried. */
const allowed = /^core\/src\/(parts|schemes|demo|testing)\/|\.test\.tsx?$|^cli\/src\/(samples|bench|bench-find)\.ts$/
const rooms = ['core/src', 'server/src', 'web/src', 'cli/src']

function* files(folder: string): Generator<string> {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name)
    if (statSync(path).isDirectory()) yield* files(path)
    else if (/\.tsx?$/.test(name)) yield path
  }
}

/** `supply/low` is a supposition, and the only kind of that class is never asked for by name. */
const prefixes = [...new Set(kinds.map(({ kind }) => kind.slice(0, kind.indexOf('/'))))].filter(
  (one) => one !== 'supply',
)
const kindNamed = new RegExp(`['"\`](${prefixes.join('|')})/[a-z0-9-]*['"\`$]`)
// Controls are told apart by whether they have a dial, which is also the name of one state.
const states = [...new Set(kinds.flatMap(({ state }) => Object.keys(state)))].filter((name) => name !== 'dial')
/** A state read straight off what the bench or a snapshot gives, or put there. */
const stateRead = new RegExp(
  `(stateOf\\([^()]*\\)\\??|\\.state\\??)\\.(${states.join('|')})\\b|['"](${states.join('|')})['"] in |\\.set\\([^,()]+, ['"](${states.join('|')})['"]`,
)

const found: string[] = []
for (const room of rooms)
  for (const path of files(join(root, room))) {
    const file = relative(root, path)
    if (allowed.test(file)) continue
    for (const [i, line] of readFileSync(path, 'utf8').split('\n').entries()) {
      const code = line.replace(/\/\/.*$/, '').replace(/^\s*\*.*$/, '')
      const kind = kindNamed.exec(code)
      if (kind && !/^\s*import|code: /.test(code))
        found.push(`${file}:${i + 1} names a kind, ${kind[0]}: ask for its class or a role`)
      const state = stateRead.exec(code)
      if (state)
        found.push(
          `${file}:${i + 1} reads a state by its name, ${state[0]}: ask for the role it plays (motion/plays.ts)`,
        )
    }
  }
for (const line of found) console.error(line)
console.log(
  `names: ${found.length === 0 ? 'no kind and no state is named outside its rooms' : `${found.length} to be mended`}`,
)
process.exit(found.length === 0 ? 0 : 1)
