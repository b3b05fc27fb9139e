import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect, it } from 'vitest'
import { Window } from './browser.ts'
import { oneProgram } from './one-window.ts'

/** The phone beside the laptop: whoever comes over the network says who they are, and is seen by the others. */

const house = oneProgram((program) => program.start({ LANTERN_SIGN_IN: 'yes' }))
const { program } = house

const device = async (phone = false) => {
  const window = await Window.open(await house.browser.createBrowserContext(), { who: '' })
  if (phone) await window.page.setViewport({ width: 390, height: 844 })
  return window
}
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
async function withoutFault(window: Window) {
  await window.page.evaluate(axe)
  const { violations } = (await window.page.evaluate('axe.run()')) as { violations: { id: string; impact: string }[] }
  expect(violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([])
}
const passphrase = 'three words do'
const gives = async (window: Window, name: string, secret: string, button: string) => {
  await window.fill('Name', name)
  await window.page.type('#passphrase', secret)
  await window.click('button', button)
}

it('the first to come keeps the firm, lets a phone in by a code, and both see each other at work', async () => {
  const laptop = await device()
  await laptop.goto(program.url)
  await laptop.sees('Who is there?')
  await withoutFault(laptop)
  await gives(laptop, 'Ash', 'wrong and wrong', 'Come in')
  await laptop.sees('do not go together')

  await laptop.goto(`${program.url}/join/${program.invitation}`)
  await gives(laptop, 'Ash Birch', 'short', 'Join')
  await laptop.sees('passphrase')
  await laptop.page.waitForSelector('[role="alert"]:not(.hidden)')
  await laptop.page.$eval('#passphrase', (field) => (field as HTMLInputElement).select())
  await laptop.page.type('#passphrase', passphrase)
  await laptop.click('button', 'Join')
  await laptop.sees('Kestrel Point light station')

  await laptop.click('link', 'People')
  await laptop.sees('Ash Birch keeps the firm here.')
  await laptop.click('button', 'Make a code')
  const link = await laptop.page.waitForSelector('p.font-mono')
  const address = String(await link!.evaluate((p) => p.textContent))
  await withoutFault(laptop)

  const phone = await device(true)
  await phone.goto(address)
  await gives(phone, 'Wren', passphrase, 'Join')
  await phone.sees('Kestrel Point light station')
  await phone.goto(`${program.url}/people`)
  await phone.sees('Wren works here.')
  expect(await phone.page.evaluate(() => document.body.textContent)).not.toContain('Let somebody in')

  await laptop.goto(`${program.url}/jobs/kestrel-point/scheme/loops`)
  await phone.goto(`${program.url}/jobs/kestrel-point/survey`)
  await laptop.sees('Wren is at Survey')
  await phone.sees('Ash Birch is at Scheme, Loops')
  await phone.goto(`${program.url}/jobs/kestrel-point/log`)
  await laptop.sees('Wren is at Log')
  await phone.page.browserContext().close()
  await laptop.page.waitForFunction(() => !document.body.textContent?.includes('Wren is at'))
  await laptop.page.browserContext().close()
})

it('who only looks is told so and loses nothing; who signs out leaves what is not sent for the next to come', async () => {
  const laptop = await device()
  await laptop.goto(program.url)
  await gives(laptop, 'Ash Birch', passphrase, 'Come in')
  await laptop.sees('Kestrel Point light station')
  await laptop.click('link', 'People')
  await laptop.sees('Ash Birch keeps the firm here.')
  await laptop.choose('What Wren may do', 'looks')
  await laptop.page.waitForFunction(() => document.body.textContent?.includes('looks'))

  const phone = await device()
  await phone.goto(`${program.url}/jobs/fenwick-orchard/survey`)
  await gives(phone, 'Wren', passphrase, 'Come in')
  // Where the address led, behind the door.
  await phone.verdict('zones')
  const field = await phone.find('textbox', 'Name of zone 1')
  await field.click({ count: 3 })
  await field.type('Ladder room')
  await phone.page.keyboard.press('Tab')
  await phone.sees('waits for signal')

  await laptop.choose('What Wren may do', 'works')
  await phone.page.waitForFunction(() => !document.body.textContent?.includes('waits for signal'))
  await laptop.goto(`${program.url}/jobs/fenwick-orchard/survey`)
  await laptop.page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLTextAreaElement>('input, textarea')].some(({ value }) => value === 'Ladder room'),
  )
  await phone.page.browserContext().close()
  await laptop.goto(`${program.url}/people`)
  await laptop.click('button', 'Sign out')
  await laptop.sees('Who is there?')
  await laptop.page.browserContext().close()
})
