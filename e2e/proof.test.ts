import { documentOf } from '@civil-lantern/core'
import { expect, it } from 'vitest'
import { sampleJob } from '../cli/src/samples.ts'
import type { Window } from './browser.ts'
import { oneWindowEach } from './one-window.ts'

/** Rules, proof and dead map as a technician meets them. */

let window: Window
const program = oneWindowEach((opened) => {
  window = opened
})

/** The dance school with one zone's switch output joined to another zone's pump. */
async function backFed(id: string) {
  const { document } = await program.job('quay-terrace')
  document.planned.wires.extra = {
    from: { part: 'V1', terminal: 'out' },
    to: { part: 'P4', terminal: 'l' },
    colour: 'grey',
    size: 1.5,
    length: 1,
    label: 'x1',
  }
  await program.put(id, document)
  return `${program.url}/jobs/${id}/scheme`
}

const text = (selector: string) => window.page.$eval(selector, (element) => element.textContent ?? '')

it('a back-feed is in the list, on the wire and in the proof; its fix is applied, and the job is proven', async () => {
  const url = await backFed('back-fed')
  await window.goto(`${url}/checks`)
  await window.sees('Cloakroom alone also runs Pump, Sprung floor.')
  await window.click('button', 'Runs')
  await window.find('button', 'Select wire x1')
  expect(await text('button[aria-label="Select wire x1"]')).toContain('a finding stands on it')
  await window.goto(`${url}/checks/combinations`)
  await window.sees('Pump, Sprung floor runs while Cloakroom calls.')
  await window.click('button', 'Show its way in Loops')
  await window.page.waitForSelector('svg [data-found]')
  await window.find('switch', 'Cloakroom thermostat')
  expect(await window.page.$eval('[aria-label="Cloakroom thermostat"]', (e) => e.getAttribute('aria-checked'))).toBe(
    'true',
  )
  await window.click('button', 'Checks 1 finding')
  await window.click('button', 'Put it right')
  await window.sees('Take wire x1 off')
  await window.click('button', 'Every combination')
  await window.sees('Proven in 8 combinations of calls.')
  await window.saved()
  expect((await program.job('back-fed')).document.planned.wires.extra).toBeUndefined()
})

it('a finding is accepted with a reason, which the document keeps and the lamp respects', async () => {
  const url = await backFed('accepted')
  await window.goto(`${url}/checks`)
  await window.sees('One finding in the wiring')
  await window.click('button', 'Accept with a reason')
  await window.fill('Why may it stay?', 'Both floors are one zone until spring')
  await window.click('button', 'Accept')
  await window.sees('1 accepted')
  await window.saved()
  const { document } = await program.job('accepted')
  expect(Object.values(document.accepted ?? {})[0]?.reason).toBe('Both floors are one zone until spring')
  await window.click('button', 'Loops')
  await window.page.waitForSelector('article svg')
  expect(await window.page.$$('svg [data-found]')).toHaveLength(0)
})

it('a long proof shows how far it is, is cancelled, and goes on when asked', async () => {
  await program.put(
    'twelve',
    documentOf(sampleJob({ scheme: 's5a', zones: 12, panel: 'panel/zone-valve-6', hotWater: true, priority: true })),
  )
  await window.goto(`${program.url}/jobs/twelve/scheme/checks/combinations`)
  const from = performance.now()
  await window.page.waitForSelector('[role="progressbar"]')
  await window.click('button', 'Cancel')
  await window.sees('The proof was cancelled.')
  await window.click('button', 'Start it again')
  await window.page.waitForFunction(() => document.body.textContent?.includes('Proven in 4096 combinations'), {
    timeout: 60_000,
  })
  process.stdout.write(`proof of 12 zones in the browser, cancelled once: ${Math.round(performance.now() - from)} ms\n`)
  await window.sees('unless Zone 12 calls')
})

it('the dead map of a 230 V job: two terminals bite before the isolator, and more when it stays closed', async () => {
  await window.goto(`${program.url}/jobs/lowther-street/scheme/checks/live`)
  await window.sees('2 terminals can still bite.')
  // Nobody has seen these conductors: by this record alone nothing is sure.
  await window.sees('conductors are assumed')
  await window.sees('assumed until seen')
  await window.sees('Fused isolator L in')
  await window.click('checkbox', 'Fused isolator')
  await window.sees('while Heating calls')
})
