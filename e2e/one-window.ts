import type { Browser, BrowserContext } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, beforeEach, expect } from 'vitest'
import { openBrowser, type Setting, Window } from './browser.ts'
import { Program } from './program.ts'

/**
 * The program and the browser for all tests of a file; `browser` is there once a test runs.
 * @param begins how the program is started, and what it holds before the first test
 */
export function oneProgram(begins = (program: Program) => program.start()): {
  readonly program: Program
  readonly browser: Browser
} {
  const program = new Program()
  let browser: Browser
  let before: ReadonlySet<BrowserContext>
  beforeAll(async () => {
    await begins(program)
    browser = await openBrowser()
  })
  // What is tried once more begins where it began at first: without what the first try kept, and without its windows.
  beforeEach(async ({ task }) => {
    if (!task.result?.retryCount) {
      before = new Set(browser.browserContexts())
      return program.layAside()
    }
    for (const context of browser.browserContexts()) if (!before.has(context)) await context.close()
    await program.putBack()
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
    // What is cut off by leaving is no complaint; and what did complain is no reason to leave a window behind.
    const complaints = [...window.complaints]
    const session = await window.page.createCDPSession()
    for (const page of await context.pages()) if (page !== window.page) await page.close()
    await window.page.goto('about:blank')
    await session.send('Storage.clearDataForOrigin', { origin: house.program.url, storageTypes: KEPT })
    await window.page.close()
    expect(complaints).toEqual([])
  })
  return house.program
}
