import { documentOf, foundOf } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import type { Window } from './browser.ts'
import { isolate } from './isolate.ts'
import { oneWindowEach } from './one-window.ts'

/** A valve out and another in, and a zone out: planned, done at the wall on a dead circuit, on to the closing check. */

let window: Window
const program = oneWindowEach((opened) => {
  window = opened
})

/** Does one line of the run sheet after the other. */
async function through() {
  const left = () => window.page.$$eval('section[aria-labelledby="join"]', (all) => all.length)
  for (let n = 0; n < 30 && (await left()) > 0; n++) {
    const before = await window.page.$eval('h1', (h1) => h1.textContent)
    await window.page.$eval('section[aria-labelledby="join"] button', (button) => (button as HTMLButtonElement).click())
    await window.page.waitForFunction((was) => document.querySelector('h1')?.textContent !== was, {}, before)
  }
  await window.sees('All hangs as planned')
}

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
  await through()
  await window.saved()
  const { document: kept } = await program.job('swapped')
  expect(kept.planned.parts.V2?.kind).toBe('valve/stored-charge')
  expect(kept.planned.parts.S8?.kind).toBe(plan.planned.parts.S8?.kind)
  const landed = (await program.entries('swapped')).filter(({ body }) => body.kind === 'landed')
  expect(landed.length).toBeGreaterThan(1)
  // With the first conductor on it the new valve hangs.
  expect(foundOf(kept, await program.entries('swapped')).job.parts.V2?.kind).toBe('valve/stored-charge')
  await window.goto(`${program.url}/jobs/swapped/prove`)
  await window.click('button', 'Begin the closing check')
  await window.verdict('step 1 of')
})

it('a zone that is taken out leaves the others their numbers, and its own parts are taken down last', async () => {
  const plan = documentOf(demoJobs['kestrel-point']!())
  await program.putFound('less', { ...plan, before: plan.planned })
  await window.goto(`${program.url}/jobs/less/survey`)
  await window.click('button', 'More for Keeper’s rooms')
  await window.click('menuitem', 'Remove')
  await window.click('button', 'Wire it again')
  await window.sees('Gone: Thermostat 1, Valve 1')
  await window.press('::-p-xpath(//*[@role="dialog"]//button[.="Wire it again"])')
  await window.saved()
  await window.goto(`${program.url}/jobs/less/hookup`)
  await window.verdict('38 of 46 hang as planned; 10 to lift, 8 to move.')
  await window.click('button', 'Isolate it')
  await isolate(window)
  await through()
  await window.press('::-p-xpath(//li[starts-with(., "Valve 1")]//button[.="Taken out"])')
  await window.page.waitForFunction(() => !document.body.textContent.includes('Valve 1'))
  await window.saved()
  const { document: kept } = await program.job('less')
  const found = foundOf(kept, await program.entries('less')).job
  expect([found.parts.V1, found.parts.V5?.label]).toEqual([undefined, 'Valve 5'])
  expect(Object.keys(found.wires)).toHaveLength(46)
})
