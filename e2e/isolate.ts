import type { Window } from './browser.ts'

const POINT = 'input[placeholder="what the tester shows, V"]'

/** Off, locked, and every point of the gate reads nothing, with a tester proven before and after. */
export async function isolate(window: Window): Promise<void> {
  // Where it is to be proven dead arrives a moment later and moves what stands below it.
  await window.page.waitForSelector(POINT)
  await window.click('button', 'Off, my lock is on')
  await window.sees('Not proven dead since')
  await window.click('checkbox', 'Tester proven on a live source')
  for (const field of await window.page.$$(POINT)) await field.type('0.0')
  await window.click('checkbox', 'Tester proven again after')
  await window.click('button', 'Proven dead')
  await window.sees('proven dead by')
}
