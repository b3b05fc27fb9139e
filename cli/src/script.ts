import { readFile } from 'node:fs/promises'
import { ask, benchWith, reshaped } from '@civil-lantern/core'
import { door } from '@civil-lantern/core/validate'
import { type Static, Type } from 'typebox'
import { assign, type OnBench, zoneOf } from './bench-job.ts'
import { Refused } from './refused.ts'

/** What happens to a job over time: calls and settings at seconds since the start. */
const Script = Type.Object(
  {
    until: Type.Number({ minimum: 0, maximum: 31_536_000 }),
    events: Type.Array(
      Type.Union([
        Type.Object(
          { at: Type.Number({ minimum: 0 }), call: Type.String(), on: Type.Boolean() },
          { additionalProperties: false },
        ),
        Type.Object({ at: Type.Number({ minimum: 0 }), set: Type.String() }, { additionalProperties: false }),
      ]),
    ),
  },
  { additionalProperties: false },
)
const scriptDoor = door(Script)

export async function readScript(file: string): Promise<Static<typeof Script>> {
  let value: unknown
  try {
    value = JSON.parse(await readFile(file, 'utf8'))
  } catch (error) {
    throw new Refused(`${file} cannot be read as a script: ${error instanceof Error ? error.message : String(error)}`)
  }
  const read = scriptDoor(value)
  if (!read.ok)
    throw new Refused(
      `${file}: ${read.failures[0]!.says}. A script is {"until": seconds, "events": [{"at": seconds, "call": zone, "on": true} or {"at": seconds, "set": "part.state=value"}]}.`,
    )
  return read.value
}

/** Runs a job through a script and returns everything that happened, in order. */
export function runScript(
  { job: asWired, supposed, hands }: Pick<OnBench, 'job' | 'supposed' | 'hands'>,
  script: Static<typeof Script>,
) {
  const job = reshaped(asWired, supposed)
  const simulation = benchWith(asWired, supposed, hands)
  for (const event of [...script.events].sort((a, b) => a.at - b.at)) {
    if (event.at > script.until) break
    simulation.runTo(event.at)
    if ('call' in event) ask(simulation, job, zoneOf(job, event.call), event.on)
    else assign(simulation, event.set)
  }
  simulation.runTo(script.until)
  return simulation.trace
}
