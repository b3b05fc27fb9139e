import { expect, it } from 'vitest'
import { seriousIn } from '../testing/benches.ts'
import { harmless } from '../testing/harmless.ts'
import { plants } from '../testing/mistakes.ts'

/** Park and Miller's generator: the same edits every time. */
function picker(seed: number) {
  let state = seed
  const next = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647
  return <T>(from: readonly T[]): T | undefined => from[Math.floor(next() * from.length)]
}

declare const process: { env: Record<string, string | undefined> }

/** So many; with LANTERN_ALL=1 five hundred, which takes a quarter of a minute more. */
const EDITS = process.env.LANTERN_ALL === '1' ? 500 : 200
const TURNS = 'thermostat after its valve'

it(`${EDITS} random edits that change no circuit raise nothing above a note`, () => {
  const kinds = Object.entries(harmless)
  const made = new Map<string, number>()
  const names = Object.keys(plants)
  const pick = picker(20_077)
  for (let done = 0; done < EDITS; ) {
    const plant = pick(names)!
    const job = plants[plant]!()
    const said: string[] = []
    for (let n = pick([1, 2])!; n > 0; n--) {
      const [name, edit] = pick(kinds)!
      // It turns a whole loop round, and is harmless only on a loop nobody has touched.
      if (said.includes(TURNS) || (name === TURNS && said.length > 0)) continue
      if (edit(job, pick)) said.push(name)
    }
    if (said.length === 0) continue
    expect([plant, said, seriousIn(job).map(({ says }) => says)]).toEqual([plant, said, []])
    for (const name of said) made.set(name, (made.get(name) ?? 0) + 1)
    done++
  }
  expect([...made.keys()].sort()).toEqual(Object.keys(harmless).sort())
}, 120_000)
