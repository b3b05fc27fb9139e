import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'

const run = promisify(execFile)

/** Complex voltages by node number, as ngspice finds them. */
export type NodeVolts = ReadonlyMap<string, readonly [number, number]>

/** The alternating and the direct solution of one deck. */
export interface Solved {
  readonly alternating: NodeVolts
  readonly direct: NodeVolts
}

/**
 * Solves decks with `ngspice -b`, an independent circuit simulator, many in one process.
 * @param decks netlists without control cards @param hertz frequency of the single AC point
 * @throws where ngspice is missing or refuses a deck
 */
export async function ngspice(decks: readonly string[], hertz: number): Promise<Solved[]> {
  return inScratch(async (folder) => {
    const control = ['* batch', '.control', 'set filetype=ascii', 'set numdgt=16']
    for (const [i, deck] of decks.entries()) {
      await writeFile(join(folder, `d${i}.cir`), deck)
      control.push(
        `source d${i}.cir`,
        `ac lin 1 ${hertz} ${hertz}`,
        `write d${i}.raw`,
        'op',
        `write o${i}.raw`,
        'destroy all',
        'remcirc',
      )
    }
    control.push('quit', '.endc', '.end')
    await writeFile(join(folder, 'batch.cir'), `${control.join('\n')}\n`)
    await run('ngspice', ['-b', 'batch.cir'], { cwd: folder, maxBuffer: 1 << 28 })
    const raw = async (name: string) => readRaw(await readFile(join(folder, name), 'utf8'))
    return Promise.all(
      decks.map(async (_, i) => ({ alternating: await raw(`d${i}.raw`), direct: await raw(`o${i}.raw`) })),
    )
  })
}

/** Runs a deck with control cards of its own and returns what it printed. */
export const ngspiceSays = (deck: string): Promise<string> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'deck.cir'), deck)
    const { stdout } = await run('ngspice', ['-b', 'deck.cir'], { cwd: folder, maxBuffer: 1 << 28 })
    return stdout
  })

async function inScratch<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'lantern-'))
  try {
    return await work(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** Reads the first point of an ASCII raw file. */
function readRaw(text: string): NodeVolts {
  const lines = text.split('\n')
  const names: string[] = []
  const from = lines.findIndex((line) => line.startsWith('Variables:'))
  const values = lines.findIndex((line) => line.startsWith('Values:'))
  if (from < 0 || values < 0) throw new Error('ngspice wrote no values')
  for (const line of lines.slice(from + 1, values)) names.push(line.trim().split(/\s+/)[1] ?? '')
  const volts = new Map<string, readonly [number, number]>([['0', [0, 0]]])
  const numbers = lines.slice(values + 1).filter((line) => line.trim() !== '')
  for (const [i, name] of names.entries()) {
    const node = /^v\((.+)\)$/i.exec(name)?.[1] ?? /^(\d+)$/.exec(name)?.[1]
    const pair = numbers[i]?.trim().split(/\s+/).at(-1)?.split(',').map(Number)
    if (node !== undefined && pair?.[0] !== undefined) volts.set(node, [pair[0], pair[1] ?? 0])
  }
  return volts
}
