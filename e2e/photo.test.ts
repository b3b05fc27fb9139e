import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { documentOf } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import type { ElementHandle } from 'puppeteer-core'
import { afterAll, expect, it } from 'vitest'
import type { Window } from './browser.ts'
import { oneWindowEach } from './one-window.ts'

/** A photo of the wall before it is touched: taken, numbered, kept without signal, sent, taken away in an archive. */

let window: Window
const program = oneWindowEach(
  (opened) => {
    window = opened
  },
  { installs: true },
)
const folder = mkdtempSync(join(tmpdir(), 'lantern-photo-'))
afterAll(() => rmSync(folder, { recursive: true }))
const picture = resolve(import.meta.dirname, '../docs/screenshots/wall.png')
const upload = async (label: string, file: string) =>
  ((await window.page.waitForSelector(`input[aria-label="${label}"]`)) as ElementHandle<HTMLInputElement>).uploadFile(
    file,
  )

it('is kept on a phone without signal, comes to the server with it, and goes along in an archive', async () => {
  await window.page.setViewport({ width: 390, height: 844 })
  await program.putFound('photographed', documentOf(demoJobs['fenwick-orchard']!()))
  await window.goto(`${program.url}/jobs/photographed/log`)
  const letter = join(folder, 'letter.jpg')
  writeFileSync(letter, 'no picture at all')
  await upload('Photo file', letter)
  await window.sees('is no picture this browser can read')

  await window.page.setOfflineMode(true)
  await upload('Photo file', picture)
  await window.press('[role="dialog"] img')
  await window.page.type('input[aria-label="What pin 1 shows"]', 'red to S8')
  await window.page.type('input[aria-label="What the photo shows"]', 'Left wall as it was')
  await window.click('button', 'Keep the photo')
  await window.sees('Left wall as it was (1 red to S8)')
  await window.sees('waits for signal')
  await window.page.waitForFunction(() =>
    [...document.images].some(({ src, naturalWidth }) => src.startsWith('blob:') && naturalWidth > 0),
  )
  // The browser says so itself while it has no signal.
  window.complaints.length = 0
  await window.page.setOfflineMode(false)
  await window.page.waitForFunction(() => !document.body.textContent?.includes('waits for signal'))
  await expect
    .poll(async () => (await program.entries('photographed')).filter(({ body }) => body.kind === 'photo').length)
    .toBe(1)
  const [entry] = (await program.entries('photographed')).filter(({ body }) => body.kind === 'photo')
  const kept = async () => (await fetch(`${program.url}/api/jobs/photographed/photos/${entry!.body.file}`)).status
  for (let n = 0; n < 40 && (await kept()) !== 200; n++) await new Promise((done) => setTimeout(done, 500))
  expect(await kept()).toBe(200)

  const archive = join(folder, 'photographed.lantern.zip')
  const zip = await fetch(`${program.url}/api/jobs/photographed/archive.zip`)
  writeFileSync(archive, Buffer.from(await zip.arrayBuffer()))
  window.complaints.length = 0
  await window.goto(program.url)
  await upload('Job file', archive)
  await window.page.waitForFunction(() => /\/jobs\/photographed-/.test(location.pathname))
  await window.page.goto(window.page.url().replace(/\/jobs\/([^/]+).*/, '/jobs/$1/log'))
  await window.sees('Left wall as it was')
  await window.page.waitForFunction(() => [...document.images].some(({ naturalWidth }) => naturalWidth > 100))
})
