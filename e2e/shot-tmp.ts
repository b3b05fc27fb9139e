import { documentOf } from '@civil-lantern/core'
import { sampleJob } from '../cli/src/samples.ts'
import { openBrowser, Window } from './browser.ts'
import { Program } from './program.ts'

const program = new Program()
await program.start()
const browser = await openBrowser()
const one = sampleJob({ scheme: 's2', zones: 1 })
one.title = 'One-zone cottage'
const twelve = sampleJob({ scheme: 's2', zones: 12, remote: 3, powered: 2 })
twelve.title = 'Twelve rooms with long names over the chandlery and sail loft'
for (const [i, z] of Object.values(twelve.zones).entries())
  z.name = `Upper sail loft drying gallery, bay ${i + 1} north`
await program.putFound('one', documentOf(one, documentOf(one).planned))
await program.put('one-plan', documentOf(one))
await program.putFound('twelve', documentOf(twelve, documentOf(twelve).planned))
const list = JSON.parse(process.argv[2]!)
try {
  for (const [name, path, theme, w, h, steps] of list) {
    const win = await Window.open(await browser.createBrowserContext(), { theme: theme ?? 'day' })
    await win.page.setViewport({ width: w ?? 1280, height: h ?? 800 })
    await win.goto(program.url + path)
    await new Promise((r) => setTimeout(r, 900))
    for (const [role, n] of steps ?? []) {
      try {
        if (role === 'key') await win.page.keyboard.press(n)
        else if (role === 'begin') await win.clickBeginning(n)
        else await win.click(role, n)
      } catch (e) {
        console.log('step failed', role, n, String(e).slice(0, 100))
      }
      await new Promise((r) => setTimeout(r, 350))
    }
    await new Promise((r) => setTimeout(r, 500))
    await win.page.screenshot({ path: `/tmp/shots/${name}.png` })
    if (win.complaints.length) console.log(name, win.complaints.slice(0, 3))
  }
} finally {
  await browser.close()
  await program.stop()
}
