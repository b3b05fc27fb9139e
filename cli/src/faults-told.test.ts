import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { expect, it } from 'vitest'
import { faultTable } from '../../core/src/testing/faults/table.ts'

it('the documents tell every fault as it is supposed and read; npm run faults writes them anew', () => {
  const told = readFileSync(resolve(import.meta.dirname, '../../docs/core.md'), 'utf8')
  const lines = new Set(told.split('\n').map((line) => line.replace(/ +/g, ' ')))
  for (const line of faultTable().slice(2)) expect(lines).toContain(line)
})
