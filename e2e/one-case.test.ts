import { Finder, plannedJob, StandInWall } from '@civil-lantern/core'
import type { Page } from 'puppeteer-core'
import { expect, it } from 'vitest'
import { answersOn, askedOn, oneMoreOn, wholeOn } from './asked.ts'
import { Window } from './browser.ts'
import { oneProgram } from './one-window.ts'

/** One complaint in two pairs of hands: a keyboard in the boiler room's door, and a phone touched upstairs. */

const house = oneProgram()
const { program } = house

/** Goes on with the Tab key until the focus is on what is called so, in the group that is called so; then presses it. */
async function pressByKey(page: Page, name: string, group = '') {
  await focusByKey(page, name, group)
  await page.keyboard.press('Enter')
}

async function focusByKey(page: Page, name: string, group = '') {
  for (let n = 0; n < 400; n++) {
    const isThere = await page.evaluate(
      (name, group) => {
        const at = document.activeElement
        const says = at?.getAttribute('aria-label') ?? at?.closest('label')?.textContent ?? at?.textContent ?? ''
        return says.startsWith(name) && (!group || at?.closest('fieldset')?.textContent?.startsWith(group) === true)
      },
      name,
      group,
    )
    if (isThere) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`The Tab key does not come to ${name}.`)
}

const nextOn = (page: Page) => page.$eval('[data-ask]', (card) => card.getAttribute('data-ask') ?? '')

/** Touches what is called so. */
async function touch(window: Window, role: string, name: string) {
  const found = await window.find(role, name)
  await found.evaluate((element) => element.scrollIntoView({ block: 'center' }))
  // What came from the other device is to be read before it is answered.
  await window.page.waitForFunction((element) => !(element as HTMLButtonElement).disabled, {}, found)
  await found.tap()
}

const BEFORE = '::-p-xpath(//button[.="It was so before"])'

/** Whether a stand is waited for; not where the last answer, of whichever hands, was given in it. */
async function isWaitedFor(page: Page, brought: string): Promise<boolean> {
  const soon = `::-p-xpath(//*[.="${brought}"])`
  await Promise.race([page.waitForSelector(BEFORE), page.waitForSelector(soon)])
  return (await page.$(BEFORE)) !== null
}

/** Notes of every button whether it can be pressed, from the moment what it stands on came unlooked for. */
const watchHeld = (page: Page) =>
  page.evaluate(() => {
    const held: Record<string, boolean[]> = {}
    Object.assign(globalThis, { held })
    new MutationObserver(() => {
      if (!document.querySelector('main')?.textContent?.includes('answered elsewhere')) return
      for (const { textContent, disabled } of document.querySelectorAll('button')) {
        held[textContent ?? ''] ??= []
        held[textContent ?? '']!.push(disabled)
      }
    }).observe(document.body, { subtree: true, childList: true, attributes: true })
  })

/** Whether a button was held at first, and is held now. */
const heldOn = async (page: Page, name: string) => {
  const held = await page.evaluate(
    (name) => (globalThis as unknown as { held: Record<string, boolean[]> }).held[name],
    name,
  )
  return [held?.[0], held?.at(-1)]
}

it('taken in by keyboard, answered by turns with a phone that is touched, put right there, and heating', async () => {
  const { document: sound } = await program.job('kestrel-point')
  await program.put('by-turns', { ...sound, title: 'By turns' })
  const job = plannedJob(sound)
  const finder = new Finder(job)
  const wall = new StandInWall(job, [{ id: 'part:TS2/neverMakes' }])
  const [door, upstairs] = await Promise.all(
    ['Warden', 'Boatman'].map(async (who) =>
      Window.open(await house.browser.createBrowserContext(), { who, speed: 'instant' }),
    ),
  )
  await door!.goto(`${program.url}/jobs/by-turns/find`)
  await pressByKey(door!.page, 'stays cold', 'Signal house')
  await pressByKey(door!.page, 'Find it')
  await wholeOn(door!.page)

  const byKey = async () => {
    const { page } = door!
    const { bring, brought, box, says } = await askedOn(page, finder, wall)
    if (await page.$(`::-p-xpath(//button[.="${bring}"])`)) {
      await pressByKey(page, bring)
      if (await isWaitedFor(page, brought)) await pressByKey(page, 'It was so before')
      await door!.sees(brought)
    }
    if (box === undefined) return pressByKey(page, says)
    await focusByKey(page, box)
    await page.keyboard.type(says)
    await page.keyboard.press('Enter')
  }
  const byTouch = async () => {
    const { bring, brought, box, says } = await askedOn(upstairs!.page, finder, wall)
    if (await upstairs!.page.$(`::-p-xpath(//button[.="${bring}"])`)) {
      await touch(upstairs!, 'button', bring)
      if (await isWaitedFor(upstairs!.page, brought)) await touch(upstairs!, 'button', 'It was so before')
      await upstairs!.sees(brought)
    }
    if (box === undefined) return touch(upstairs!, 'button', says)
    await touch(upstairs!, 'textbox', box)
    await upstairs!.page.keyboard.type(says)
    await touch(upstairs!, 'button', 'Keep it')
  }
  const first = await answersOn(door!.page)
  await byKey()
  await oneMoreOn(door!.page, first)
  await upstairs!.goto(`${program.url}/jobs/by-turns/find`)
  await upstairs!.page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true })
  // What the other answered is there, and what is answered here comes to the other.
  await upstairs!.sees('“Signal house stays cold”')
  await wholeOn(upstairs!.page)
  await oneMoreOn(upstairs!.page, first)
  for (const { page } of [door!, upstairs!]) await watchHeld(page)
  const repair = '[aria-label^="Put right"]'
  let n = 1
  for (; n < 12 && !(await upstairs!.page.$(repair)); n++) {
    await (n % 2 === 1 ? byTouch() : byKey())
    for (const { page } of [door!, upstairs!]) await oneMoreOn(page, first + n)
    for (const { page } of [door!, upstairs!]) await wholeOn(page)
    if (n % 2 === 0 && (await upstairs!.page.$('[data-ask]')))
      await upstairs!.sees('Warden answered elsewhere; this is what comes of it.')
  }
  expect(await heldOn(upstairs!.page, 'I cannot do this one')).toEqual([true, false])
  expect(await heldOn(upstairs!.page, 'It is so at the wall')).toEqual([true, false])
  // Whoever did not give the last answer.
  const { page: other } = n % 2 === 0 ? door! : upstairs!
  await other.waitForSelector(`${repair}:not([disabled])`)
  expect(await heldOn(other, 'Put right')).toEqual([true, false])
  const says = await upstairs!.page.$eval(repair, (button) => button.getAttribute('aria-label') ?? '')
  expect(says).toMatch(/^Put right: Thermostat 2/)
  await touch(upstairs!, 'button', says)
  await upstairs!.sees('Does it heat now?')
  await touch(upstairs!, 'button', 'It heats')
  for (const window of [upstairs!, door!]) await window.verdict('Nothing speaks for a fault any more.')
  await pressByKey(door!.page, 'To the closing check')
  await door!.verdict('Not commissioned yet')
  const by = new Set((await program.entries('by-turns')).map(({ by }) => by))
  expect(by).toEqual(new Set(['Warden', 'Boatman']))
  for (const window of [door!, upstairs!]) {
    expect(window.complaints).toEqual([])
    await window.page.browserContext().close()
  }
})

it('answers that go against each other are said to fit nothing', async () => {
  const { document: sound } = await program.job('kestrel-point')
  await program.put('odd', { ...sound, title: 'Odd' })
  const job = plannedJob(sound)
  const finder = new Finder(job)
  const window = await Window.open(await house.browser.createBrowserContext(), { who: 'Warden' })
  const { page } = window
  await window.goto(`${program.url}/jobs/odd/find`)
  await window.press('::-p-xpath(//fieldset[contains(., "Signal house")]//button[.="stays cold"])')
  await window.click('button', 'Find it')
  const fits = async () =>
    (await page.$eval('h1', (head) => head.textContent ?? '')).includes('fits nothing on the list')
  // Every reading is one that no fault of this plant would show.
  for (let n = 0; n < 8 && !(await fits()); n++) {
    await wholeOn(page)
    for (let ask = await nextOn(page); !ask.startsWith('volts'); ask = await nextOn(page)) {
      await window.click('button', 'I cannot do this one')
      await page.waitForFunction(
        (was) => document.querySelector('[data-ask]')?.getAttribute('data-ask') !== was,
        {},
        ask,
      )
    }
    const before = await answersOn(page)
    const { bring, brought, box } = await askedOn(page, finder, new StandInWall(job, []))
    if (await page.$(`::-p-xpath(//button[.="${bring}"])`)) {
      await window.click('button', bring)
      if (await isWaitedFor(page, brought)) await window.click('button', 'It was so before')
      await window.sees(brought)
    }
    await window.fill(box!, '61.7')
    await window.click('button', 'Keep it')
    await oneMoreOn(page, before)
  }
  expect(await fits()).toBe(true)
  // No part is named for it: the wiring is to be looked at first.
  expect(await page.$('[aria-label^="Put right"]')).toBeNull()
  await window.sees('Look at the wiring at')
  await page.browserContext().close()
})
