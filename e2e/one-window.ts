import type { Browser } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, beforeEach, expect } from 'vitest'
import { openBrowser, Window } from './browser.ts'
import { Program } from './program.ts'

/** The program for all tests of a file, and for each a window of its own in which nothing may complain. */
export function oneWindowEach(opened: (window: Window) => void): Program {
  const program = new Program()
  let browser: Browser
  let window: Window
  beforeAll(async () => {
    await program.start()
    browser = await openBrowser()
  })
  afterAll(async () => {
    await browser?.close()
    await program.stop()
  })
  beforeEach(async () => {
    window = await Window.open(await browser.createBrowserContext())
    window.page.setDefaultTimeout(10_000)
    opened(window)
  })
  afterEach(async () => {
    expect(window.complaints).toEqual([])
    await window.page.browserContext().close()
  })
  return program
}
