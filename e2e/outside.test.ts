import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import { Window } from './browser.ts'
import { oneProgram } from './one-window.ts'

/** What comes in from outside the program and goes out: the simulated controller, and files of kinds of part. */

const house = oneProgram(async (program) => {
  await program.startController()
  await program.start()
})
const { program } = house
const folder = mkdtempSync(join(tmpdir(), 'lantern-files-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

it('drives a modulating valve from the simulated controller and reads its position; without it, says so', async () => {
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/botany-house/scheme/loops`)
  await window.click('button', 'Palm bed: asked 100 %, set the signal')
  await window.click('button', 'Connect the controller')
  await window.sees('Controller answers')
  await fill(window, 'Output 1, V', '6')
  await window.click('button', 'Set output 1')
  await window.find('button', 'Palm bed: asked 50 %, set the signal')
  const input = () => window.page.$eval('[data-input="1"]', (element) => element.textContent)
  await window.page.waitForFunction(() =>
    /^[56]\.\d/.test(document.querySelector('[data-input="1"]')?.textContent ?? ''),
  )
  // Half open: the position output stands near 6 V.
  expect(Number.parseFloat((await input())!)).toBeCloseTo(6, 0)
  await fill(window, 'Output 1, V', '12')
  await window.sees('0 to 10 V.')
  program.stopController()
  await window.sees('Nobody answers')
  await window.find('button', 'Palm bed: asked 50 %, set the signal')
  expect(window.complaints).toEqual([])
  await window.page.browserContext().close()
})

it('a kind copied from the catalogue is exported, removed, imported again, and surveyed', async () => {
  const context = await house.browser.createBrowserContext({
    downloadBehavior: { policy: 'allow', downloadPath: folder },
  })
  const window = await Window.open(context)
  const { page } = window
  await window.goto(`${program.url}/parts/valve/motor-4`)
  await window.click('button', 'Copy it as your own')
  await window.fill('Name', 'Slow valve')
  await fill(window, 'Opens in, s', '40')
  await window.click('button', 'Export as a file')
  const file = await downloaded()
  expect(JSON.parse(readFileSync(file, 'utf8'))).toMatchObject({
    format: 'civil-lantern/kind',
    kind: { like: 'valve/motor-4', name: 'Slow valve', figures: { opensIn: 40 } },
  })
  await window.click('button', 'Remove')
  await window.sees('None yet')
  const wrong = join(folder, 'wrong.json')
  writeFileSync(wrong, readFileSync(file, 'utf8').replace('opensIn', 'wings'))
  await choose(window, wrong)
  await window.sees('has no figure “wings”')
  await window.sees('None yet')
  await choose(window, file)
  await window.find('link', 'Slow valve')
  await window.goto(`${program.url}/jobs/kestrel-point/survey`)
  await window.choose('What opens zone 1', 'low valve (own)')
  await window.saved()
  await window.goto(`${program.url}/jobs/kestrel-point/survey/ways`)
  await window.click('button', 'Wire it this way again')
  await window.click('button', 'Wire it again')
  await window.verdict('Nobody calls')
  await window.saved()
  const { document } = await program.job('kestrel-point')
  expect(document.planned.parts.V1).toMatchObject({ kind: 'valve/motor-4', figures: { opensIn: 40 } })
  expect(window.complaints.filter((line) => !line.includes('400'))).toEqual([])
  await page.browserContext().close()
})

async function fill(window: Window, name: string, text: string) {
  const field = await window.find('textbox', name)
  await field.click({ count: 3 })
  await field.type(text)
  await window.page.keyboard.press('Tab')
}

async function choose(window: Window, file: string) {
  const input = await window.page.waitForSelector('input[type=file]')
  await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(file)
}

async function downloaded(): Promise<string> {
  for (let i = 0; i < 100; i++) {
    const found = readdirSync(folder).find((name) => name.endsWith('.kind.json'))
    if (found) return join(folder, found)
    await new Promise((wait) => setTimeout(wait, 50))
  }
  throw new Error('nothing was downloaded')
}
