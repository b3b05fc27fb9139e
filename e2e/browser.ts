import { type Browser, type BrowserContext, type ElementHandle, launch, type Page } from 'puppeteer-core'
import { namedScript } from './named.ts'

/** How often it is looked for what is to come, ms: at every frame the page would draw for the look alone. */
const polling = 50
/** How long it is waited for, ms: on a slow machine a page takes its time. */
const PATIENCE = 25_000

export const openBrowser = (): Promise<Browser> =>
  launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    args: [
      '--no-sandbox',
      '--disable-dev-shm-usage',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--force-color-profile=srgb',
      '--font-render-hinting=none',
      '--hide-scrollbars',
      // Nothing is drawn again only to drift.
      '--force-prefers-reduced-motion',
    ],
    defaultViewport: { width: 1280, height: 800, deviceScaleFactor: 1 },
  })

export type Theme = 'day' | 'basement'

export interface Setting {
  readonly theme?: Theme
  readonly speed?: 1 | 4 | 'instant'
  /** Whose hands the device is in; nobody has said yet where it is empty. */
  readonly who?: string
  /** Whether the program lays itself on the device, as it does for users: some seconds of work that most tests do without. */
  readonly installs?: boolean
}

/** Brings a thing to the middle of its pane and presses it once it stands still; what is stuck to an edge would lie over it there. */
async function press(found: ElementHandle): Promise<void> {
  await found.evaluate(async (element) => {
    element.scrollIntoView({ block: 'center' })
    let before = ''
    // No function has a name in here: what loads these scripts would have the page know names it does not.
    for (let tries = 0; tries < 20; tries++) {
      const place = JSON.stringify(element.getBoundingClientRect())
      if (place === before) return
      before = place
      await new Promise((done) => setTimeout(done, 30))
    }
  })
  await found.click()
}

/** How often a thing is looked for anew that is gone before it is pressed. */
const TRIES = 3

/** A window of the program, with what the user would have set, and everything the page complained of. */
export class Window {
  readonly page: Page
  readonly complaints: string[] = []

  private constructor(page: Page) {
    this.page = page
    page.on('console', (message) => {
      if (message.type() === 'error') this.complaints.push(message.text())
    })
    page.on('pageerror', (error) => this.complaints.push(error instanceof Error ? error.message : String(error)))
  }

  static async open(
    from: Browser | BrowserContext,
    { theme = 'day', speed = 'instant', who = 'Tester', installs = false }: Setting = {},
  ): Promise<Window> {
    const page = await from.newPage()
    await page.evaluateOnNewDocument(
      (wanted) => {
        for (const [key, value] of Object.entries(wanted))
          if (localStorage.getItem(key) === null) localStorage.setItem(key, String(value))
      },
      {
        'lantern:theme': JSON.stringify(theme),
        'lantern:speed': JSON.stringify(speed),
        ...(who ? { 'lantern:who': JSON.stringify(who) } : {}),
      },
    )
    if (!installs)
      await page.evaluateOnNewDocument(() => {
        if (navigator.serviceWorker) navigator.serviceWorker.register = () => new Promise(() => undefined)
      })
    await page.evaluateOnNewDocument(namedScript)
    return new Window(page)
  }

  /** What this person tries on a job, as it would be kept in their browser. */
  async tries(job: string, ...supposed: string[]): Promise<void> {
    await this.page.evaluateOnNewDocument(
      (key, value) => localStorage.setItem(key, value),
      `lantern:tried:${job}`,
      JSON.stringify({ supposed: supposed.map((id) => ({ id })), hands: {} }),
    )
  }

  async goto(url: string): Promise<void> {
    await this.page.goto(url)
    await this.page.waitForSelector('main')
  }

  /** Finds by role and name, as assistive technology would. */
  async find(role: string, name: string): Promise<ElementHandle<HTMLElement>> {
    const found = await this.page
      .waitForFunction((role, name) => named(role, name), { timeout: PATIENCE, polling }, role, name)
      .catch((error) => {
        throw new Error(`no ${role} named ${name}: ${error.message}`)
      })
    return found.asElement() as ElementHandle<HTMLElement>
  }

  async click(role: string, name: string): Promise<void> {
    for (let tries = 1; ; tries++)
      try {
        return await press(await this.find(role, name))
      } catch (error) {
        // The page was drawn anew between the look and the press.
        if (tries === TRIES || !/detached|not clickable/i.test(String(error))) throw error
      }
  }

  /** Clicks the first button whose accessible name begins so. */
  async clickBeginning(name: string): Promise<void> {
    const found = await this.page.waitForSelector(`button[aria-label^="${name}"]`, { timeout: PATIENCE })
    if (found) await press(found)
  }

  /** Types over what a field holds and leaves it. */
  async fill(name: string, text: string): Promise<void> {
    const field = await this.find('textbox', name)
    await field.click({ count: 3 })
    await field.type(text)
    await this.page.keyboard.press('Tab')
  }

  /** Opens a list and chooses the option that says so. */
  async choose(list: string, says: string): Promise<void> {
    await this.click('combobox', list)
    const option = await this.page.waitForSelector(`::-p-xpath(//*[@role="option"][contains(., "${says}")])`)
    await option?.click()
  }

  /** Waits until the page shows a text. */
  async sees(text: string, within = PATIENCE): Promise<void> {
    await this.page.waitForFunction(
      (wanted) => document.body.textContent?.includes(wanted),
      { timeout: within, polling },
      text,
    )
  }

  /** The verdict, when it holds a text. */
  async verdict(holds: string): Promise<string> {
    await this.page.waitForFunction(
      (wanted) => document.querySelector('h1')?.textContent?.includes(wanted),
      { timeout: PATIENCE, polling },
      holds,
    )
    return this.page.$eval('h1', (element) => element.textContent ?? '')
  }

  /** Says which circuit is shown: planned, as found, tried. */
  async shows(circuit: 'planned' | 'as found' | 'tried'): Promise<void> {
    await this.clickBeginning('Circuit shown')
    const item = await this.page.waitForSelector(`::-p-xpath(//*[@role="menuitemradio"][starts-with(., "${circuit}")])`)
    await item?.click()
    await this.page.waitForSelector(`[aria-label="Circuit shown: ${circuit}"]`)
  }

  async saved(): Promise<void> {
    await this.page.waitForFunction(
      () => document.querySelector('[aria-label="Save state"]')?.textContent?.includes('Saved'),
      { timeout: PATIENCE, polling },
    )
  }
}
