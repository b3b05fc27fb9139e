import { documentOf, type Job, plannedJob, type Wire } from '@civil-lantern/core'
import { expect, it } from 'vitest'
import { sampleJob } from '../cli/src/samples.ts'
import type { Window } from './browser.ts'
import { oneWindowEach } from './one-window.ts'

/** The wall under a technician's hands: conductors pulled, parts moved, a wire followed, twelve zones at once. */

let window: Window
const program = oneWindowEach((opened) => {
  window = opened
})

const terminal = (point: string) => `[data-terminal="${point}"]`
const point = ({ part, terminal: name }: Wire['from']) => `${part}.${name}`

/** A generated job of two zones, and the conductors of its second zone, taken off. */
function secondZoneOff(): { whole: Job; bare: Job; off: Wire[] } {
  const whole = sampleJob({ scheme: 's2', zones: 2 })
  const bare: Job = JSON.parse(JSON.stringify(whole))
  const off: Wire[] = []
  for (const [id, wire] of Object.entries(whole.wires))
    if ([wire.from.part, wire.to.part].some((part) => part === 'TS2' || part === 'V2')) {
      off.push(wire)
      delete bare.wires[id]
    }
  return { whole, bare, off }
}

/** Conductors as they lie, whatever their number and whichever end was landed first. */
const asLaid = ({ wires }: Job) =>
  Object.values(wires)
    .map(({ from, to, label: _, ...rest }) => JSON.stringify([[point(from), point(to)].sort(), rest]))
    .sort()

async function onTheWall(id: string, job?: Job) {
  if (job) await program.put(id, documentOf(job))
  await window.goto(`${program.url}/jobs/${id}/scheme/wall`)
  await window.page.waitForSelector('.react-flow__node-part')
  await settled()
}

/** Until nothing on the canvas moves any more. */
async function settled() {
  await window.page.waitForFunction(() => {
    const now = document.querySelector('.react-flow__viewport')?.getAttribute('style') ?? ''
    const data = document.body.dataset
    data.same = data.stood === now ? String(Number(data.same ?? 0) + 1) : '0'
    data.stood = now
    return Number(data.same) > 6
  })
}

async function middleOf(selector: string) {
  const box = await (await window.page.waitForSelector(selector))?.boundingBox()
  if (!box) throw new Error(`${selector} is not to be seen`)
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}

async function pull(from: string, to: string) {
  const [a, b] = [await middleOf(terminal(from)), await middleOf(terminal(to))]
  const { mouse } = window.page
  await mouse.move(a.x, a.y)
  await mouse.down()
  await mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 4 })
  await mouse.move(b.x, b.y, { steps: 4 })
  await mouse.up()
}

it('a zone is wired with the mouse, conductor by conductor, as the scheme would have wired it', async () => {
  const { whole, bare, off } = secondZoneOff()
  await onTheWall('by-mouse', bare)
  for (const { from, to } of off) {
    const wires = await window.page.$$eval('[data-wire]', (all) => all.length)
    await pull(point(from), point(to))
    await window.page.waitForFunction((n) => document.querySelectorAll('[data-wire]').length === n + 1, {}, wires)
  }
  await window.saved()
  expect(asLaid(plannedJob((await program.job('by-mouse')).document))).toEqual(asLaid(whole))
})

it('another zone is wired with the keyboard alone', async () => {
  const { whole, bare, off } = secondZoneOff()
  await onTheWall('by-keys', bare)
  const { keyboard } = window.page
  const focused = () =>
    window.page.evaluate(() => {
      const at = document.activeElement
      return at?.getAttribute('data-terminal') ?? at?.getAttribute('data-id') ?? ''
    })
  const tabTo = async (wanted: string) => {
    for (let n = 0; n < 120; n++) {
      // What has just shut gives the focus back a moment later: only where it stays is it there.
      if ((await focused()) === wanted) {
        await new Promise((done) => setTimeout(done, 60))
        if ((await focused()) === wanted) return
      }
      await keyboard.press('Tab')
    }
    throw new Error(`the keyboard does not reach ${wanted}`)
  }
  /** The terminals of the part that is chosen are one stop; inside it the arrows go from one to the next. */
  const arrowTo = async (wanted: string) => {
    const [part] = wanted.split('.')
    // That the part is chosen comes a moment after the key.
    await window.page.waitForSelector(`.react-flow__node[data-id="${part}"] [data-terminal][tabindex="0"]`)
    for (let n = 0; n < 5 && !(await focused()).startsWith(`${part}.`); n++) await keyboard.press('Tab')
    await keyboard.press('Home')
    for (let n = 0; n < 20; n++) {
      if ((await focused()) === wanted) return
      await keyboard.press('ArrowDown')
    }
    throw new Error(`the arrows do not reach ${wanted}`)
  }
  for (const { from, to } of off) {
    const own = [from, to].find(({ part }) => part === 'TS2' || part === 'V2')!
    const far = own === from ? to : from
    await tabTo(own.part)
    await keyboard.press('Enter')
    await arrowTo(point(own))
    await keyboard.press('Enter')
    await window.page.waitForSelector('[role="dialog"] input')
    const name = whole.parts[far.part]!.label
    await keyboard.type(name.startsWith('Splice') ? `${name} way ${far.terminal.slice(1)}` : `${name} ${far.terminal}`)
    await keyboard.press('Enter')
    await window.page.waitForFunction(() => !document.querySelector('[role="dialog"]'))
    await keyboard.press('Escape')
  }
  await window.saved()
  expect(asLaid(plannedJob((await program.job('by-keys')).document))).toEqual(asLaid(whole))
})

it('a part is moved, and the move undone and done again; its conductors come along', async () => {
  await onTheWall('kestrel-point')
  const home = await middleOf('.react-flow__node[data-id="V2"]')
  const { mouse } = window.page
  await mouse.move(home.x, home.y - 8)
  await mouse.down()
  await mouse.move(home.x + 60, home.y + 60, { steps: 6 })
  await mouse.up()
  const at = async () => {
    const { x, y } = await middleOf('.react-flow__node[data-id="V2"]')
    return Math.hypot(x - home.x, y - home.y)
  }
  await window.saved()
  await window.find('button', 'Undo: Hang Valve 2 elsewhere')
  expect(await at()).toBeGreaterThan(40)
  const moved = (await program.job('kestrel-point')).document.planned.parts.V2?.at
  expect(moved).toBeDefined()
  await window.click('button', 'Undo: Hang Valve 2 elsewhere')
  await window.page.waitForFunction(() => document.querySelector('[aria-label^="Redo: Hang Valve 2"]'))
  await window.saved()
  expect((await program.job('kestrel-point')).document.planned.parts.V2?.at).toBeUndefined()
  await window.click('button', 'Redo: Hang Valve 2 elsewhere')
  await window.saved()
  expect((await program.job('kestrel-point')).document.planned.parts.V2?.at).toEqual(moved)
  expect(await at()).toBeGreaterThan(40)
  // And with the arrow keys, from where it hangs now.
  await window.page.focus('.react-flow__node[data-id="V2"]')
  await window.page.keyboard.press('Enter')
  await window.page.keyboard.press('ArrowRight')
  await window.page.waitForFunction(() => document.querySelector('[aria-label^="Undo: Hang Valve 2"]'))
  await window.saved()
  expect((await program.job('kestrel-point')).document.planned.parts.V2?.at?.x).toBeGreaterThan(moved!.x)
})

it('the supply is one block until it is opened, and of many zones only the one that calls stands open', async () => {
  await onTheWall('kestrel-point')
  const parts = () =>
    window.page.$$eval('.react-flow__node-part', (all) => all.map((one) => one.getAttribute('data-id')))
  const folded = await parts()
  expect(folded).not.toContain('MAINS')
  expect(await window.page.$$eval('[data-bundle]', (all) => all.length)).toBeGreaterThan(2)
  await window.click('button', 'Open supply')
  await window.page.waitForSelector('[data-id="MAINS"]')
  expect((await parts()).length).toBeGreaterThan(folded.length)
  expect(await window.page.$$eval('[data-bundle]', (all) => all.length)).toBe(0)

  await onTheWall('eight-on-the-wall', sampleJob({ scheme: 's2', zones: 8 }))
  expect(await parts()).not.toContain('V3')
  await window.page.$$eval('[role="switch"]', (all) => (all[2] as HTMLElement).click())
  await window.page.waitForSelector('[data-id="V3"]')
  expect(await parts()).not.toContain('V4')
  // Text is never under 11 px on the screen, far away or near.
  const least = await window.page.$$eval('.wall-name, .wall-fine', (all) =>
    Math.min(
      ...all
        .filter((one) => one.getClientRects().length > 0)
        .map((one) => {
          const scale = new DOMMatrix(getComputedStyle(document.querySelector('.react-flow__viewport')!).transform).a
          return Number.parseFloat(getComputedStyle(one).fontSize) * scale
        }),
    ),
  )
  expect(least).toBeGreaterThanOrEqual(10.99)
})

it('one wire is followed: what it is joined to stays bright, the others dim', async () => {
  await onTheWall('sable-row')
  const faint = () =>
    window.page.$$eval('[data-wire]', (all) => all.filter((one) => Number(one.getAttribute('opacity')) < 1).length)
  expect(await faint()).toBe(0)
  await window.page.$eval('[data-wire] .wall-hit', (path) =>
    path.dispatchEvent(new MouseEvent('click', { bubbles: true })),
  )
  await window.click('button', 'Follow')
  const all = await window.page.$$eval('[data-wire]', (wires) => wires.length)
  expect(await faint()).toBeGreaterThan(all / 2)
  expect(await faint()).toBeLessThan(all)
})

it('a splice is cut into a wire, a part hung from the catalogue and taken down again, a zone copied', async () => {
  const { whole } = secondZoneOff()
  await program.put('hands', documentOf(whole))
  await window.goto(`${program.url}/jobs/hands/scheme/wall`)
  await window.page.waitForSelector('[data-wire="w23"]')
  await window.page.$eval('[data-wire="w23"] .wall-hit', (path) =>
    path.dispatchEvent(new MouseEvent('click', { bubbles: true })),
  )
  await window.click('button', 'Cut a splice in')
  await window.page.waitForSelector('[data-id="S9"]')
  await window.click('button', 'Add')
  await window.page.waitForSelector('[role="dialog"] input')
  await window.page.keyboard.type('coil')
  await window.page.keyboard.press('Enter')
  await window.page.waitForSelector('[data-id="RL1"]')
  await window.click('button', 'Take this part down')
  await window.page.waitForFunction(() => !document.querySelector('[data-id="RL1"]'))
  await window.page.$eval('[data-id="V2"]', (node) => node.dispatchEvent(new MouseEvent('click', { bubbles: true })))
  await window.click('button', 'Copy zone 2')
  await window.page.waitForSelector('[data-id="V3"]')
  await window.saved()
  const { document: kept } = await program.job('hands')
  expect(Object.keys(kept.zones)).toHaveLength(3)
  expect(kept.planned.parts.RL1).toBeUndefined()
  await window.page.keyboard.press('k')
  await window.click('button', 'Every combination')
  await window.sees('Proven in 8 combinations of calls.')
})

it('twelve zones pan and zoom smoothly, and a call is lit at once', async () => {
  await onTheWall('twelve-on-the-wall', sampleJob({ scheme: 's2', zones: 12, powered: 2, remote: 3 }))
  const { mouse } = window.page
  const canvas = await middleOf('.react-flow__pane')
  const pan = async () => {
    await mouse.move(canvas.x, canvas.y - 140)
    await mouse.down()
    for (let n = 0; n < 60; n++) await mouse.move(canvas.x + 3 * Math.sin(n / 5) * n, canvas.y - 140 + 2 * n)
    await mouse.up()
  }
  const zoom = async () => {
    for (let n = 0; n < 24; n++) await mouse.wheel({ deltaY: n % 8 < 4 ? -120 : 120 })
  }
  /** Lengths of the frames while something is done, milliseconds, shortest first. */
  const framesOf = async (work: () => Promise<void>): Promise<number[]> => {
    await window.page.evaluate(() => {
      const page = globalThis as unknown as { frames: number[]; stop: boolean }
      page.frames = []
      page.stop = false
      let last = performance.now()
      const tick = (now: number) => {
        page.frames.push(now - last)
        last = now
        if (!page.stop) requestAnimationFrame(tick)
      }
      requestAnimationFrame(tick)
    })
    await work()
    const frames = await window.page.evaluate(() => {
      const page = globalThis as unknown as { frames: number[]; stop: boolean }
      page.stop = true
      return page.frames.slice(2)
    })
    return frames.sort((a, b) => a - b)
  }
  const told = (frames: readonly number[]) => {
    const mean = frames.reduce((sum, ms) => sum + ms, 0) / frames.length
    const under = (share: number) => frames[Math.floor(share * (frames.length - 1))]!.toFixed(0)
    return `${(1000 / mean).toFixed(0)} frames a second (middle ${under(0.5)} ms, 95 % under ${under(0.95)} ms)`
  }
  const first = await framesOf(pan)
  const [panned, zoomed] = [await framesOf(pan), await framesOf(zoom)]
  const { milliseconds, crossings } = await window.page.$eval('.wall', (wall) => ({ ...(wall as HTMLElement).dataset }))
  const lit = await window.page.evaluate(async () => {
    // Who asks for stillness gets it: not a thousand transitions too short to see.
    let transitions = 0
    document.addEventListener('transitionrun', () => transitions++)
    const count = () => document.querySelectorAll('[data-wire][data-lit]').length
    const before = count()
    const from = performance.now()
    const called = document.querySelector<HTMLElement>('[role="switch"]')
    called?.click()
    while (count() === before && performance.now() - from < 5000) await new Promise((r) => requestAnimationFrame(r))
    return { took: performance.now() - from, more: count() - before, transitions }
  })
  process.stdout.write(
    `wall of 12 zones: first pan ${told(first)}, next ${told(panned)}, zoom ${told(zoomed)}; arranged in ${milliseconds} ms with ${crossings} crossings; a call lit in ${lit.took.toFixed(0)} ms\n`,
  )
  expect(panned.length).toBeGreaterThan(30)
  expect(lit.more).not.toBe(0)
  expect(lit.transitions).toBe(0)
})

it('layers step back and come again; the wall says which are dimmed', async () => {
  await window.goto(`${program.url}/jobs/quay-terrace/scheme/wall`)
  await window.page.waitForSelector('[data-wire]')
  const faint = () =>
    window.page.$$eval('[data-wire]', (wires) => wires.filter((w) => w.closest('g[opacity="0.16"]')).length)
  expect(await faint()).toBe(0)
  const earth = async () => {
    await window.press('::-p-xpath(//button[starts-with(., "Layers")])')
    await window.press('::-p-xpath(//*[@role="menuitemcheckbox"][.="Earth"])')
  }
  await earth()
  await window.sees('Dimmed here: earth.')
  const some = await faint()
  expect(some).toBeGreaterThan(2)
  expect(some).toBeLessThan((await window.page.$$('[data-wire]')).length)
  await earth()
  await window.page.waitForFunction(() => !document.body.textContent?.includes('Dimmed here'))
  expect(await faint()).toBe(0)
  // What steps back on one view does so on every other.
  await window.press('::-p-xpath(//button[starts-with(., "Layers")])')
  await window.press('::-p-xpath(//*[@role="menuitemcheckbox"][.="Switched"])')
  for (const view of ['Loops', 'Rungs']) {
    await window.click('button', view)
    await window.sees('Dimmed here: switched.')
    // The view before it may still stand there for a moment.
    await window.page.waitForSelector(view === 'Rungs' ? 'svg[data-ladder]' : 'button[aria-label^="Wire "]')
    await window.page.waitForFunction(
      () =>
        document.querySelectorAll('main g[opacity="0.16"]').length > 0 &&
        document.querySelectorAll('main g[opacity="1"]').length > 3,
    )
  }
})

it('the wall is coloured by what conductors carry, with a key to it, and again as their insulation is', async () => {
  await window.goto(`${program.url}/jobs/kestrel-point/scheme/wall`)
  await window.page.waitForSelector('[data-wire]')
  const inks = () =>
    window.page.$$eval('[data-wire] path', (paths) => [
      ...new Set(paths.map((path) => path.getAttribute('stroke') ?? '').filter((ink) => /^(#|var\(--layer)/.test(ink))),
    ])
  const insulation = await inks()
  expect(insulation.every((ink) => ink.startsWith('#'))).toBe(true)
  const colour = async () => {
    await window.press('::-p-xpath(//button[starts-with(., "Layers")])')
    await window.press('::-p-xpath(//*[@role="menuitemcheckbox"][.="Coloured by circuit"])')
    await window.page.waitForFunction(() => !document.querySelector('[role="menu"]'))
  }
  await colour()
  await window.find('button', 'Layers, by circuit')
  // Its key is in the menu, and on paper.
  expect(await window.page.$$eval('ul[aria-label="Colours by circuit"] li', (all) => all.length)).toBe(6)
  const carried = await inks()
  expect(carried.toSorted()).toEqual(
    expect.arrayContaining([
      'var(--layer-call)',
      'var(--layer-permanent)',
      'var(--layer-return)',
      'var(--layer-switched)',
    ]),
  )
  expect(carried.some((ink) => ink.startsWith('#'))).toBe(false)
  await colour()
  await window.page.waitForFunction(() => !document.querySelector('ul[aria-label="Colours by circuit"]'))
  expect((await inks()).toSorted()).toEqual(insulation.toSorted())
})

it('on a phone the wall is begun at its left, near enough to be read; seen whole, or by a zone, when that is pressed', async () => {
  await window.page.setViewport({ width: 390, height: 844 })
  await onTheWall('kestrel-point')
  const isFar = () => window.page.$eval('.wall', (wall) => wall.classList.contains('wall-far'))
  const inView = (part: string) =>
    window.page.$eval(`[data-id="${part}"]`, (node) => {
      const { left, right } = node.getBoundingClientRect()
      return left >= 0 && right <= innerWidth
    })
  expect([await isFar(), await inView('B1'), await inView('TS1')]).toEqual([false, true, false])
  await window.click('button', 'All')
  await settled()
  expect([await isFar(), await inView('B1'), await inView('TS1')]).toEqual([true, true, true])
  await window.press('::-p-xpath(//button[.="3"])')
  await settled()
  expect([await inView('V3'), await inView('TS3')]).toEqual([true, true])
})

it('a thumb goes up to terminals that it cannot tell apart, and touches there; what it has in hand stays in hand', async () => {
  await window.page.setViewport({ width: 390, height: 844 })
  await onTheWall('kestrel-point')
  await window.click('button', 'All')
  await settled()
  const [one, other] = await window.page.$$eval('[data-id="B1"] [data-terminal]', (all) =>
    all.map((button) => button.getAttribute('data-terminal')!),
  )
  const sizeNow = () => window.page.$eval(terminal(one!), (button) => Math.round(button.getBoundingClientRect().width))
  const otherSays = () => window.page.$eval(terminal(other!), (button) => button.getAttribute('aria-label') ?? '')
  const tap = async () => {
    const { x, y } = await middleOf(terminal(one!))
    await window.page.touchscreen.tap(x, y)
    await settled()
  }
  expect(await sizeNow()).toBeLessThan(24)
  await tap()
  expect(await sizeNow()).toBe(44)
  expect(await otherSays()).toContain('Take a conductor')
  await tap()
  expect(await otherSays()).toContain('Land the conductor')
})
