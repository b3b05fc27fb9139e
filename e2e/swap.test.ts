import { documentOf } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import type { Window } from './browser.ts'
import { isolate } from './isolate.ts'
import { oneWindowEach } from './one-window.ts'

/** A valve out and another in: worked out, planned, landed on a dead circuit, on to the closing check. */

let window: Window
const program = oneWindowEach((opened) => {
  window = opened
})

it('a four-lead motor valve is swapped for a stored-charge valve, down to the closing check', async () => {
  const plan = documentOf(demoJobs['kestrel-point']!())
  await program.putFound('swapped', { ...plan, before: plan.planned })
  await window.goto(`${program.url}/jobs/swapped/hookup`)
  await window.verdict('hang as planned')
  await window.click('link', 'Swap a part')
  await window.choose('Goes out', 'Valve 2, zone 2 Signal house')
  await window.verdict('Like for like')
  await window.choose('Comes in', 'stored charge')
  await window.verdict('one has no partner and is ended')
  await window.sees('P: white from Thermostat 2 W')
  await window.click('button', 'Plan this swap')
  await window.click('link', 'To the run sheet')
  await window.verdict('to l')
  await window.click('button', 'Isolate it')
  await isolate(window)
  const left = () => window.page.$$eval('section[aria-labelledby="join"]', (all) => all.length)
  for (let n = 0; n < 12 && (await left()) > 0; n++) {
    const before = await window.page.$eval('h1', (h1) => h1.textContent)
    await window.page.$eval('section[aria-labelledby="join"] button', (button) => (button as HTMLButtonElement).click())
    await window.page.waitForFunction((was) => document.querySelector('h1')?.textContent !== was, {}, before)
  }
  await window.sees('All hangs as planned')
  await window.saved()
  const { document: kept } = await program.job('swapped')
  expect(kept.planned.parts.V2?.kind).toBe('valve/stored-charge')
  expect(kept.planned.parts.S8?.kind).toBe(plan.planned.parts.S8?.kind)
  const landed = (await program.entries('swapped')).filter(({ body }) => body.kind === 'landed')
  expect(landed.length).toBeGreaterThan(1)
  await window.goto(`${program.url}/jobs/swapped/prove`)
  await window.click('button', 'Begin the closing check')
  await window.verdict('step 1 of')
})
