import { load } from './element.ts'
import { part } from './kind.ts'

const lineLoad = (
  kind: string,
  name: string,
  of: 'pump' | 'burner',
  about: string,
  va: number,
  powerFactor: number,
  words: { on: string; off: string; starts: string; ends: string },
) =>
  part({
    kind,
    name,
    class: of,
    about,
    terminals: {
      l: { role: 'live', marking: 'L', circuit: 'line voltage', takes: 1 },
      n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
      e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 1 },
    },
    figures: {
      va: { name: 'Load', unit: 'VA', value: va },
      powerFactor: { name: 'Power factor', unit: '', value: powerFactor },
    },
    state: { running: false },
    roles: { work: 'motor' },
    inside: (f, site) => [load('motor', 'l', 'n', { volts: site.lineVolts, hertz: site.hertz, ...f })],
    motion: {
      jumps(_f, s, feel) {
        const volts = feel.over('motor')
        if (!s.running && volts >= 85) return { running: true }
        if (s.running && volts < 60) return { running: false }
        return undefined
      },
    },
    tells: [{ is: (_f, s) => s.running, starts: words.starts, ends: words.ends }],
    faults: [{ name: 'windingOpen', says: 'Winding open', repair: 'Replace it', open: ['motor'] }],
    says: (_f, s) => (s.running ? words.on : words.off),
    hazards: ['Line voltage: isolate, lock off, prove dead before the cover comes off.'],
  })

export const circulator = lineLoad(
  'pump/circulator',
  'Circulator',
  'pump',
  'Pump of the whole system or of one zone.',
  80,
  0.8,
  { on: 'running', off: 'stopped', starts: 'starts', ends: 'stops' },
)

export const burner = lineLoad(
  'burner/line',
  'Burner',
  'burner',
  'Burner with its own control, fed by the boiler while it wants heat.',
  250,
  0.7,
  { on: 'firing', off: 'off', starts: 'fires', ends: 'goes out' },
)
