import { expect, it } from 'vitest'
import { entered } from '../core/src/testing/half-seen.ts'
import { Window } from './browser.ts'
import { oneProgram } from './one-window.ts'

/** Nothing typed is ever lost: two windows, a server that dies, a server that is away. */

const house = oneProgram()
const { program } = house

const rename = async (window: Window, zone: number, name: string) => {
  const field = await window.find('textbox', `Name of zone ${zone}`)
  await field.scrollIntoView()
  await field.click({ count: 3 })
  await field.type(name)
  await window.page.keyboard.press('Tab')
}

const names = async () => Object.values((await program.job('kestrel-point')).document.zones).map(({ name }) => name)

it('two windows that change the same job both keep their edits', async () => {
  // Apart, as two devices are: each with a browser store of its own.
  const [one, other] = await Promise.all(
    [1, 2].map(async () => Window.open(await house.browser.createBrowserContext())),
  )
  const url = `${program.url}/jobs/kestrel-point/survey`
  await one!.goto(url)
  await other!.goto(url)
  await one!.sees('ways of wiring fit')
  await other!.sees('ways of wiring fit')
  // The other has no line while the first one saves, and so begins from what was.
  await other!.page.setOfflineMode(true)
  await rename(one!, 1, 'Watch room')
  await one!.saved()
  await rename(other!, 4, 'Long gallery')
  await other!.sees('for signal')
  await other!.page.setOfflineMode(false)
  await other!.saved()
  expect(await names()).toEqual(['Watch room', 'Signal house', 'Oil store', 'Long gallery', 'Hot-water tank'])
  await other!.page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>('input, textarea')].some(
      ({ value }) => value === 'Watch room',
    ),
  )
  await one!.page.close()
  await other!.page.close()
})

it('a server killed in the middle of saving comes back with every edit it acknowledged, and gets the rest', async () => {
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/kestrel-point/survey`)
  await window.sees('ways of wiring fit')
  const acknowledged: string[] = []
  window.page.on('response', (response) => {
    if (response.url().endsWith('/edits') && response.status() === 200) {
      const sent = JSON.parse(response.request().postData() ?? '{}') as { edits: { name: string }[] }
      acknowledged.push(...sent.edits.map(({ name }) => name))
    }
  })
  for (let n = 1; n <= 6; n++) await rename(window, 3, `Oil store ${n}`)
  const killed = program.kill()
  for (let n = 7; n <= 9; n++) await rename(window, 3, `Oil store ${n}`)
  await killed
  await window.sees('for signal')
  const before = [...acknowledged]
  await program.start()
  // An edit that reached the database may have lost its answer, or be sent again by now: later is whole, earlier is lost.
  const reached = (list: readonly string[]) =>
    Math.max(0, ...list.map((name) => Number(/Oil store (\d)$/.exec(name)?.[1] ?? 0)))
  expect(reached(await names())).toBeGreaterThanOrEqual(reached(before))
  await window.saved()
  expect(await names()).toContain('Oil store 9')
  expect(acknowledged.length).toBeGreaterThan(before.length)
  await window.page.close()
})

it('what was edited while the server was away survives a closed window', async () => {
  const context = await house.browser.createBrowserContext()
  const window = await Window.open(context)
  const url = `${program.url}/jobs/kestrel-point/survey`
  await window.goto(url)
  await window.sees('ways of wiring fit')
  await program.kill()
  await rename(window, 2, 'Flag loft')
  await window.sees('for signal')
  await window.page.close()
  await program.start()
  const again = await Window.open(context)
  await again.goto(url)
  await again.saved()
  expect(await names()).toContain('Flag loft')
})

it('two windows of one browser share what waits: each shows it, and one sends it, for the other too', async () => {
  const context = await house.browser.createBrowserContext()
  const url = `${program.url}/jobs/quay-terrace/survey`
  const [one, other] = [await Window.open(context), await Window.open(context)]
  await one.goto(url)
  await one.sees('of wiring fit')
  await other.goto(url)
  await other.sees('of wiring fit')
  await program.kill()
  await one.page.bringToFront()
  await rename(one, 1, 'Coat room')
  await one.sees('for signal')
  await other.page.bringToFront()
  await rename(other, 2, 'Mirror room')
  await other.sees('2 entries wait for signal')
  // The one that made the first is gone before there is signal.
  await one.page.close()
  const sent: string[][] = []
  other.page.on('request', (request) => {
    if (!request.url().endsWith('/edits')) return
    const { edits } = JSON.parse(request.postData() ?? '{}') as { edits: { name: string }[] }
    sent.push(edits.map(({ name }) => name))
  })
  await program.start()
  await other.saved()
  const zones = Object.values((await program.job('quay-terrace')).document.zones).map(({ name }) => name)
  expect(zones.slice(0, 2)).toEqual(['Coat room', 'Mirror room'])
  expect(sent.at(-1)).toHaveLength(2)
  expect(
    await other.page.$$eval('input, textarea', (all) => all.map((one) => ('value' in one ? one.value : ''))),
  ).toContain('Coat room')
  await context.close()
})

it('a browser without room says so, sends what is done all the same, and warns of little room at the opening', async () => {
  const context = await house.browser.createBrowserContext()
  const window = await Window.open(context)
  await window.page.evaluateOnNewDocument(() => {
    navigator.storage.estimate = async () => ({ usage: 95_000_000, quota: 100_000_000 })
  })
  const url = `${program.url}/jobs/quay-terrace/survey`
  await window.goto(url)
  await window.sees('of wiring fit')
  await window.sees('5 MB of room left')
  await window.page.evaluate(() => {
    IDBObjectStore.prototype.add = () => {
      throw new DOMException('There is no room.', 'QuotaExceededError')
    }
  })
  await rename(window, 3, 'Lit floor')
  await window.sees('store is full')
  await window.saved()
  const zones = Object.values((await program.job('quay-terrace')).document.zones).map(({ name }) => name)
  expect(zones[2]).toBe('Lit floor')
  await context.close()
})

it('what one device does is seen on another at once, without its looking', async () => {
  const [one, other] = await Promise.all(
    [1, 2].map(async () => Window.open(await house.browser.createBrowserContext())),
  )
  // The other device never looks by itself: what it sees, it was told.
  await other!.page.evaluateOnNewDocument(() => {
    const timer = window.setInterval.bind(window)
    window.setInterval = ((work: () => void, ms?: number) => (ms === 5000 ? 0 : timer(work, ms))) as typeof setInterval
  })
  const id = 'sable-row'
  await other!.goto(`${program.url}/jobs/${id}/log`)
  await other!.sees('entries')
  await one!.goto(`${program.url}/jobs/${id}/log`)
  await one!.fill('A note for the log', 'Lid of the panel is cracked')
  await one!.click('button', 'Keep')
  await other!.sees('Lid of the panel is cracked')
  await one!.goto(`${program.url}/jobs/${id}/survey`)
  await other!.goto(`${program.url}/jobs/${id}/survey`)
  await other!.sees('of wiring fit')
  await rename(one!, 1, 'Press room')
  await other!.page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>('input, textarea')].some(
      ({ value }) => value === 'Press room',
    ),
  )
  for (const window of [one!, other!]) await window.page.browserContext().close()
})

it('once opened, the program comes up again without its server: the board names the job, it opens, and an edit waits', async () => {
  const context = await house.browser.createBrowserContext()
  const window = await Window.open(context, { installs: true })
  const url = `${program.url}/jobs/fenwick-orchard/survey`
  await window.goto(url)
  await window.sees('of wiring fit')
  await window.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await window.page.reload()
  await window.sees('of wiring fit')
  // What another device entered is there, signal or none.
  await program.enter('fenwick-orchard', [entered([], { kind: 'note', text: 'Lever jammed' })])
  await window.goto(`${program.url}/jobs/fenwick-orchard/log`)
  await window.sees('Lever jammed')
  await program.kill()
  await window.goto(program.url)
  await window.sees('The server does not answer.')
  await window.click('link', 'Fenwick Orchard cider barn')
  await window.goto(`${program.url}/jobs/fenwick-orchard/log`)
  await window.sees('Lever jammed')
  await window.goto(url)
  await rename(window, 1, 'Press loft')
  await window.sees('for signal')
  // Nobody goes back to that job: from the board it is sent all the same.
  await window.goto(program.url)
  await window.sees('One thing done here waits to be sent')
  await program.start()
  await window.page.evaluate(() => globalThis.dispatchEvent(new Event('online')))
  await window.page.waitForFunction(() => !document.body.textContent?.includes('waits to be sent'))
  const { document: arrived } = await program.job('fenwick-orchard')
  expect(Object.values(arrived.zones).map(({ name }) => name)).toContain('Press loft')
  await context.close()
})

it('what the server refuses lies on the device, is read there, sent again, and let go', async () => {
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/sable-row/log`)
  await window.page.setRequestInterception(true)
  let refuses = true
  window.page.on('request', (request) => {
    const bad = request.method() === 'POST' && request.postData()?.includes('Lamp is rotten')
    if (!bad || !refuses) return void request.continue()
    const failures = [{ where: [], says: 'The word rotten is not taken.', remedy: 'Use another.' }]
    void request.respond({ status: 400, contentType: 'application/json', body: JSON.stringify({ failures }) })
  })
  const write = async (text: string) => {
    await window.fill('A note for the log', text)
    await window.click('button', 'Keep')
  }
  await write('Lamp is rotten')
  await window.click('button', '1 not taken')
  await window.sees('The word rotten is not taken.')
  // Refused once more: it lies there again.
  await window.click('button', 'Send it again')
  await window.page.waitForFunction(() => !document.querySelector('[role="dialog"]'))
  await window.click('button', '1 not taken')
  refuses = false
  await window.click('button', 'Send it again')
  await window.saved()
  const texts = async () => (await program.entries('sable-row')).map(({ body }) => body.text)
  expect(await texts()).toContain('Lamp is rotten')
  // Written otherwise it is taken.
  refuses = true
  await write('Lamp is rotten once more')
  await window.click('button', '1 not taken')
  await window.click('button', 'Write it otherwise')
  await window.fill('text', 'Lamp is mended')
  await window.click('button', 'Send it so')
  await window.saved()
  expect(await texts()).toContain('Lamp is mended')
  await write('Lamp is rotten again')
  await window.goto(program.url)
  await window.sees('One thing done here was not taken')
  await window.goto(`${program.url}/jobs/sable-row/log`)
  await window.click('button', '1 not taken')
  await window.click('button', 'Let it go')
  await window.page.waitForFunction(() => !document.body.textContent?.includes('not taken'))
  await window.page.reload()
  await window.sees('Lamp is rotten')
  expect(await texts()).not.toContain('Lamp is rotten again')
  await window.page.browserContext().close()
})
