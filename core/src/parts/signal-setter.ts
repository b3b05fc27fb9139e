import { currentFigure, driveFor, outputKnob, unitOf } from './controller.ts'
import { direct } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { part } from './kind.ts'

export const signalSetter = part({
  kind: 'controller/signal-setter',
  name: 'Signal setter, by hand',
  class: 'controller',
  about: 'A direct-voltage source with a knob: 0 to 10 V, or 0 to 20 mA. Runs on a battery of its own.',
  terminals: {
    plus: { role: 'signal', marking: '+', circuit: 'signal', takes: 2 },
    minus: { role: 'signal return', marking: '-', circuit: 'signal', takes: 1 },
  },
  figures: { current: currentFigure('') },
  state: { out: 0, drive: 0 },
  controls: [outputKnob('')],
  roles: { signals: [['plus', 'minus']], outputs: { '': 'out' } },
  inside: (_f) => [direct('output', 'plus', 'minus', (s) => s.drive, 100)],
  motion: {
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const drive = driveFor(s.out, f.current, s.drive, Math.abs(feel.directAmps('output')))
      return Math.abs(drive - s.drive) > 1e-3 ? { drive } : undefined
    },
  },
  faults: [{ name: 'batteryDead', says: 'Battery dead', repair: 'New battery', open: ['output'] }],
  says: (f, s) => `${s.out.toFixed(1)} ${unitOf(f.current)}`,
})
