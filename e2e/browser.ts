import { existsSync } from 'node:fs'
import { type Browser, type BrowserContext, type ElementHandle, launch, type Page } from 'puppeteer-core'
import { namedScript } from './named.ts'

/** How often it is looked for what is to come, ms: at every frame the page would draw for the look alone. */
const polling = 50
/** How long it is waited for, ms: on a slow machine a page takes its time. */
const PATIENCE = 60_000

/** The browser that there is, or the one that CHROMIUM names: without a window of its own it does half the work. */
export const chromium =
  process.env.CHROMIUM ??
  ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find(existsSync) ??
  '/usr/bin/chromium'

export const openBrowser = (): Promise<Browser> =>
  launch({
    executablePath: chromium,
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
const TRIES = 5

/** Looks for a thing and presses it; where the page was drawn anew between the look and the press, it is looked for once more. */
async function pressWhatIsFound(look: () => Promise<ElementHandle | null>): Promise<void> {
  for (let tries = 1; ; tries++)
    try {
      return await press((await look())!)
    } catch (error) {
      if (tries === TRIES || !/detached|not clickable|JSHandle is disposed/i.test(String(error))) throw error
    }
}

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
    page.setDefaultTimeout(PATIENCE)
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
      .waitForFunction((role, name) => named(role, name), { polling }, role, name)
      .catch(async (error) => {
        // What there is instead tells why.
        const there = await this.page
          .$$eval(`${role}, [role="${role}"]`, (all) =>
            all.map((one) => one.getAttribute('aria-label') ?? one.textContent ?? '').slice(0, 60),
          )
          .catch(() => [])
        throw new Error(`no ${role} named ${name}: ${error.message} There is: ${there.join(' | ')}`)
      })
    return found.asElement() as ElementHandle<HTMLElement>
  }

  async click(role: string, name: string): Promise<void> {
    await pressWhatIsFound(() => this.find(role, name))
  }

  /** Presses the first thing that a selector finds. */
  async press(selector: string): Promise<void> {
    await pressWhatIsFound(() => this.page.waitForSelector(selector))
  }

  /** Clicks the first button whose accessible name begins so. */
  async clickBeginning(name: string): Promise<void> {
    await this.press(`button[aria-label^="${name}"]`)
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
    await this.press(`::-p-xpath(//*[@role="option"][contains(., "${says}")])`)
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
      { polling },
      holds,
    )
    return this.page.$eval('h1', (element) => element.textContent ?? '')
  }

  /** Says which circuit is shown: planned, as found, tried. A page still coming may draw its head anew and close the menu. */
  async shows(circuit: 'planned' | 'as found' | 'tried'): Promise<void> {
    const item = `::-p-xpath(//*[@role="menuitemradio"][starts-with(., "${circuit}")])`
    for (let tries = 1; ; tries++) {
      await this.clickBeginning('Circuit shown')
      const open = await this.page.waitForSelector(item, { timeout: PATIENCE / TRIES }).catch(() => null)
      if (open || tries === TRIES) break
    }
    await this.press(item)
    await this.page.waitForSelector(`[aria-label="Circuit shown: ${circuit}"]`)
  }

  async saved(): Promise<void> {
    await this.page.waitForFunction(
      () => document.querySelector('[aria-label="Save state"]')?.textContent?.includes('Saved'),
      { polling },
    )
  }
}
