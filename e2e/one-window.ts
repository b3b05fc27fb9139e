import type { Browser, BrowserContext } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, beforeEach, expect } from 'vitest'
import { openBrowser, type Setting, Window } from './browser.ts'
import { Program } from './program.ts'

/** The program and the browser for all tests of a file; `browser` is there once a test runs. */
export function oneProgram(): { readonly program: Program; readonly browser: Browser } {
  const program = new Program()
  let browser: Browser
  beforeAll(async () => {
    await program.start()
    browser = await openBrowser()
  })
  afterAll(async () => {
    await browser?.close()
    await program.stop()
  })
  return {
    program,
    get browser() {
      return browser
    },
  }
}

/** What a page keeps besides what it was sent: a test begins without it, and with the program's own files already there. */
const KEPT = 'cookies,local_storage,indexeddb,websql,file_systems,shared_storage'

/** As `oneProgram`, and for each test a window of its own in which nothing may complain, on a device that keeps nothing yet. */
export function oneWindowEach(opened: (window: Window) => void, setting: Setting = {}): Program {
  const house = oneProgram()
  let context: BrowserContext
  let window: Window
  beforeAll(async () => {
    context = await house.browser.createBrowserContext()
  })
  beforeEach(async () => {
    window = await Window.open(context, setting)
    opened(window)
  })
  afterEach(async () => {
    expect(window.complaints).toEqual([])
    const session = await window.page.createCDPSession()
    for (const page of await context.pages()) if (page !== window.page) await page.close()
    await window.page.goto('about:blank')
    await session.send('Storage.clearDataForOrigin', { origin: house.program.url, storageTypes: KEPT })
    await window.page.close()
  })
  return house.program
}
