import { describe, expect, it } from 'vitest'
import { plannedJob } from '../../job/document.ts'
import { openJobFile, readJobFile, writeJobFile } from '../job-file.ts'
import { upgradeDocument, upgradeEntry, upgradePatches } from './index.ts'
import old from './v1.sample.json' with { type: 'json' }

const text = JSON.stringify(old)

describe('a file of version 1', () => {
  const read = readJobFile(text)
  if (!read.ok) throw new Error(read.failures[0]!.says)
  const { document, entries, beside } = read.value

  it('is plan, wall and trial apart: its breaks, lifts and faults are tried, its ticks are entries', () => {
    expect(beside.tried.supposed).toEqual([
      { id: 'part:V3/gearStripped' },
      { id: 'wire:w3.from/lifted' },
      { id: 'wire:w21/open' },
    ])
    expect(beside.tried.hands).toEqual({ TS2: { calling: true } })
    expect(entries.map(({ id, body }) => [id, body.kind, body.wire])).toEqual([['v1-landed-w5', 'landed', 'w5']])
    expect(document.before).toEqual(document.planned)
  })

  it('keeps all else: names, colours, where parts hang; and what it does not know it says', () => {
    const job = plannedJob(document)
    expect(Object.keys(job.wires)).toEqual(Object.keys(old.wires))
    expect(job.parts.V1?.at).toEqual({ x: 120, y: 40 })
    expect(job.wires.w7?.colour).toBe('violet')
    expect(beside.notes).toEqual([expect.stringContaining('V3 has no fault "noSuchFault"')])
  })

  it('knows what the user changed since the scheme wrote it', () => {
    expect(document.wired?.wires.w7?.colour).not.toBe('violet')
    expect(document.wired?.wires.w8).toEqual(document.planned.wires.w8)
  })

  it('is written in this version and reads back the same', () => {
    const again = readJobFile(writeJobFile(document, entries))
    expect(again).toMatchObject({ ok: true, value: { document, entries } })
  })
})

it.each([0, 3, 1.5, 'two', undefined])('a document of version %s is of no version this program knows', (version) => {
  expect(upgradeDocument({ ...old, version })).toBeUndefined()
})

it('one of this version is taken as it is', () => {
  const document = { version: 2, title: 'x' }
  expect(upgradeDocument(document)?.document).toBe(document)
})

describe('edits of version 1', () => {
  const up = (path: (string | number)[], value?: unknown, op: 'add' | 'replace' | 'remove' = 'add') =>
    upgradePatches(1, [{ op, path, value }])

  it.each<[string, ReturnType<typeof up>, (string | number)[] | undefined, string[]]>([
    ['a label goes to the plan', up(['parts', 'V3', 'label'], 'x', 'replace'), ['planned', 'parts', 'V3', 'label'], []],
    ['a zone stays where it is', up(['zones', 'oil', 'name'], 'x', 'replace'), ['zones', 'oil', 'name'], []],
    ['a break is tried', up(['wires', 'w3', 'broken'], true), undefined, ['wire:w3/open']],
    ['a break mended is nothing', up(['wires', 'w3', 'broken'], undefined, 'remove'), undefined, []],
    [
      'both ends lifted',
      up(['wires', 'w3', 'lifted'], { from: true, to: true }),
      undefined,
      ['wire:w3.from/lifted', 'wire:w3.to/lifted'],
    ],
    ['one more end lifted', up(['wires', 'w3', 'lifted', 'to'], true), undefined, ['wire:w3.to/lifted']],
    ['a fault is tried', up(['parts', 'V2', 'faults'], ['windingOpen']), undefined, ['part:V2/windingOpen']],
    [
      'a broken wire added whole',
      up(['wires', 'w9'], { label: '9', broken: true }),
      ['planned', 'wires', 'w9'],
      ['wire:w9/open'],
    ],
    ['calls it was found with are dropped', up(['zones', 'oil', 'foundCalling'], true), undefined, []],
  ])('%s', (_name, { patches, beside }, path, tried) => {
    expect(patches.map((patch) => patch.path)).toEqual(path ? [path] : [])
    expect(beside.tried.supposed.map(({ id }) => id)).toEqual(tried)
    expect(JSON.stringify(patches)).not.toContain('broken')
  })

  it('a tick is a landing, and wiring again carries no breaks', () => {
    expect(up(['wires', 'w3', 'landed'], true).beside.landed).toEqual(['w3'])
    expect(up(['wires', 'w3', 'landed'], false).beside.landed).toEqual([])
    const whole = up(['wires'], { w1: { label: '1', broken: true, landed: true } }, 'replace')
    expect(whole.patches).toEqual([{ op: 'replace', path: ['planned', 'wires'], value: { w1: { label: '1' } } }])
    expect(up(['scheme'], { id: 's2', from: { zones: {} } }, 'replace').patches[0]?.value).toEqual({ id: 's2' })
  })
})

it('a reading of version 1 is what the program computed, at the second it was kept', () => {
  const body = { kind: 'reading', at: '2026-03-01T10:00:00Z', mode: 'volts', value: 27 }
  expect(upgradeEntry('entry-0001', body)).toMatchObject({
    id: 'entry-0001',
    at: '2026-03-01T10:00:00.000Z',
    source: 'computed',
    body: { kind: 'reading', mode: 'volts', value: 27 },
  })
  expect(upgradeEntry('entry-0002', { kind: 'reading', at: 'yesterday' })).toMatchObject({
    at: '1970-01-01T00:00:00.000Z',
  })
})

it.each([null, 7, [], { format: 'civil-lantern/job' }, { format: 'civil-lantern/job', version: 2 }])(
  '%j is refused',
  (value) => {
    expect(openJobFile(value).ok).toBe(false)
  },
)
