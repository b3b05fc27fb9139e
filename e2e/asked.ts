import { type Ask, calling, DEAD, type Finder, readIn, type Shown, type StandInWall } from '@civil-lantern/core'
import type { Page } from 'puppeteer-core'

/** What the page asks now, and what this wall shows to it. */
export interface Asked {
  readonly ask: Ask
  /** What is pressed once the stand is brought about. */
  readonly bring: string
  /** What is seen before the plant is at rest is refused: there is a wait. */
  readonly waits: boolean
  /** What is said of it then. */
  readonly brought: string
  readonly shown: Shown
  /** The name of the box a reading is typed in; nothing where a word is pressed. */
  readonly box?: string
  /** What is typed there, or the word that is pressed. */
  readonly says: string
}

export async function askedOn(page: Page, { asks }: Pick<Finder, 'asks'>, wall: StandInWall): Promise<Asked> {
  const { id, stand } = await page.$eval('[data-ask]', (card) => ({
    id: card.getAttribute('data-ask') ?? '',
    stand: card.getAttribute('data-stand') ?? '',
  }))
  const ask = asks.find((one) => one.id === id)!
  const dead = stand === 'dead'
  const shown = wall.shows(ask, dead ? DEAD : calling(...stand.split(' ').filter(Boolean)))
  return {
    ask,
    bring: dead ? 'It is off, and I proved it dead' : 'It is so at the wall',
    waits: !dead,
    brought: dead ? 'Proven dead here' : 'So it is on this bench',
    shown,
    ...(typeof shown === 'number'
      ? {
          box: ask.ask === 'amps' ? 'I read, in A, such as 0.32 or 320 mA' : `I read, in ${readIn(ask.ask)}`,
          says: Number.isFinite(shown) ? String(shown) : 'OL',
        }
      : { says: `${shown[0]!.toUpperCase()}${shown.slice(1)}` }),
  }
}

/** How many answers the page has; and until it has one more. */
export const answersOn = (page: Page): Promise<number> => page.$$eval('[data-seen]', (all) => all.length)
export const oneMoreOn = (page: Page, before: number) =>
  page.waitForFunction((n) => document.querySelectorAll('[data-seen]').length > n, {}, before)

/** Until all that the search works out is there. */
export const wholeOn = (page: Page) =>
  page.waitForSelector('[aria-busy="false"] [data-ask], [aria-busy="false"] [aria-label^="Put right"]')
