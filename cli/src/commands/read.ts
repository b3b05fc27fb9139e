import { clamp, pointInWords, probe, read } from '@civil-lantern/core'
import { numberIn, onTheBench } from '../bench-job.ts'
import { print } from '../print.ts'
import { Refused } from '../refused.ts'

/** What a meter would show between two points, or round a wire. */
export async function readCommand(args: string[]): Promise<number> {
  const { as, job, simulation, values } = await onTheBench(args)
  const { from, to, mode = 'volts' } = values
  if (mode === 'amps') {
    const wire = (values.wire ?? '').replace(/^wire:/, '')
    const turns = values.turns === undefined ? 1 : Math.round(numberIn('--turns', values.turns))
    if (turns < 1 || turns > 20) throw new Refused('--turns goes from 1 to 20.')
    const reading = clamp(simulation, wire, turns)
    if (!reading.ok) throw new Refused(`${reading.failures[0]!.says} ${reading.failures[0]!.remedy}`)
    print({ as, wire, turns, ...reading.value })
    return 0
  }
  if (mode !== 'volts' && mode !== 'loz' && mode !== 'direct' && mode !== 'ohms' && mode !== 'beep')
    throw new Refused(`"${mode}" is not a mode. Choose volts, loz, direct, ohms, beep or amps.`)
  if (!from || !to) throw new Refused('Say where the leads go: --from part.terminal --to part.terminal.')
  const [a, b] = [node(from), node(to)]
  print({ as, from: pointInWords(job, from), to: pointInWords(job, to), ...read(simulation, mode, a, b) })
  return 0

  function node(point: string): number {
    const found = probe(simulation, point)
    if (!found.ok) throw new Refused(`${found.failures[0]!.says} ${found.failures[0]!.remedy}`)
    return found.value
  }
}
