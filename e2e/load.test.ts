import { expect, it } from 'vitest'
import { Window } from './browser.ts'
import { oneProgram } from './one-window.ts'

/** The stage Load: the verdict first, what mends it, applied by one press and undone by one. */

const house = oneProgram()
const { program } = house

it('a transformer that is short is said, a larger one is applied, and undo takes it back', async () => {
  const { document } = await program.job('kestrel-point')
  document.title = 'Short'
  document.planned.parts.V3!.figures = { va: 19 }
  await program.put('short', document)
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/short/load`)
  expect(await window.verdict('is short by')).toMatch(/Transformer is short by \d+ VA when all 5 call/)
  await window.sees('Too much from')
  await window.sees('Does not help: it holds what it starts.')
  await window.click('button', 'Apply: A 75 VA transformer')
  await window.verdict('Transformer carries it when all 5 call')
  await window.saved()
  expect((await program.job('short')).document.planned.parts.XF1!.figures).toMatchObject({ va: 75 })
  await window.click('button', 'Undo: A 75 VA transformer')
  await window.verdict('is short by')
  expect(window.complaints).toEqual([])
  await window.page.browserContext().close()
})

it('what works at line voltage has no transformer to weigh', async () => {
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/quay-terrace/load`)
  await window.verdict('No transformer carries anything here')
  expect(window.complaints).toEqual([])
  await window.page.browserContext().close()
})
