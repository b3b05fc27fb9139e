import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { expect, it } from 'vitest'
import { faultRows } from '../../core/src/testing/faults.ts'

it('the documents tell every fault as it is supposed', () => {
  const told = readFileSync(resolve(import.meta.dirname, '../../docs/core.md'), 'utf8').replace(/ +/g, ' ')
  for (const { f, what, supposed, plant } of faultRows) {
    const line = told.split('\n').find((one) => one.startsWith(`| F${f} | ${what} |`))
    expect(line).toBeDefined()
    for (const one of supposed(plant())) expect(line).toContain(typeof one === 'string' ? one : one[0])
  }
})
