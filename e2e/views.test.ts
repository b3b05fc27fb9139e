import { documentOf } from '@civil-lantern/core'
import { expect, it } from 'vitest'
import { sampleJob } from '../cli/src/samples.ts'
import type { Window } from './browser.ts'
import { oneWindowEach } from './one-window.ts'

/** The four views of a circuit beside each other: what one of them does leaves the others as they are. */

let window: Window
const program = oneWindowEach((opened) => {
  window = opened
})

it('a view that cannot be drawn says so by its name; the verdict and the other views go on, and it can be drawn again', async () => {
  await window.page.evaluateOnNewDocument(() => {
    const Real = globalThis.Worker
    globalThis.Worker = new Proxy(Real, {
      construct(target, [url, options]) {
        if (String(url).includes('wall') && !('walls' in globalThis)) throw new Error('No hands for the wall.')
        return new target(url, options)
      },
    })
  })
  await window.goto(`${program.url}/jobs/kestrel-point/scheme/wall`)
  await window.sees('Wall cannot be drawn.')
  await window.sees('No hands for the wall.')
  const verdict = await window.verdict('')
  await window.click('button', 'Loops')
  await window.page.waitForSelector('[aria-label="Loops"] article')
  expect(await window.verdict('')).toBe(verdict)
  await window.click('button', 'Wall')
  await window.sees('Wall cannot be drawn.')
  await window.page.evaluate(() => Object.assign(globalThis, { walls: true }))
  await window.click('button', 'Draw it again')
  await window.page.waitForSelector('[data-circuit="wall"] .react-flow__node')
  // What failed was complained of, and nothing else.
  expect(window.complaints.splice(0).every((one) => one.includes('No hands for the wall.'))).toBe(true)
})

it('views switched faster than they can be drawn, with thermostats turned between, complain of nothing and end at the last', async () => {
  await program.put('twelve', documentOf(sampleJob({ scheme: 's2', zones: 12 })))
  await window.goto(`${program.url}/jobs/twelve/scheme/loops`)
  await window.page.waitForSelector('[aria-label="Loops"] article')
  for (let n = 0; n < 60; n++) {
    await window.page.evaluate((n) => {
      const tabs = [...document.querySelectorAll<HTMLElement>('button, [role="radio"]')].filter((one) =>
        ['Loops', 'Wall', 'Rungs', 'Runs'].includes(one.textContent ?? ''),
      )
      tabs[(n * 7) % tabs.length]!.click()
      if (n % 5 === 0) document.dispatchEvent(new KeyboardEvent('keydown', { key: String(1 + (n % 9)), bubbles: true }))
    }, n)
    if (n % 3 === 0) await new Promise((done) => setTimeout(done, (n * 13) % 90))
  }
  await window.click('button', 'Rungs')
  await window.page.waitForSelector('[data-circuit="rungs"]')
  expect(await window.page.$('[role="alert"]')).toBeNull()
})
