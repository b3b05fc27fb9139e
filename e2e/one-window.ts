import type { Browser } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, beforeEach, expect } from 'vitest'
import { openBrowser, Window } from './browser.ts'
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

/** As `oneProgram`, and for each test a window of its own in which nothing may complain. */
export function oneWindowEach(opened: (window: Window) => void): Program {
  const house = oneProgram()
  let window: Window
  beforeEach(async () => {
    window = await Window.open(await house.browser.createBrowserContext())
    window.page.setDefaultTimeout(10_000)
    opened(window)
  })
  afterEach(async () => {
    expect(window.complaints).toEqual([])
    await window.page.browserContext().close()
  })
  return house.program
}
