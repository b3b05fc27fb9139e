import { door } from '@civil-lantern/core/validate'
import Router from '@koa/router'
import { Type } from 'typebox'
import { exchange, readInput, readOutput } from '../controller/link.ts'
import { INPUTS, OUTPUTS } from '../controller/registers.ts'
import { Refusal } from '../refusal.ts'
import { body } from './body.ts'

const closed = { additionalProperties: false }

/** What the page tells the controller: what the plant puts on its inputs, and at times an output to set or ramp. */
const said = door(
  Type.Object(
    {
      sense: Type.Array(Type.Number({ minimum: -30, maximum: 30 }), { maxItems: INPUTS }),
      set: Type.Optional(
        Type.Object(
          {
            output: Type.Integer({ minimum: 1, maximum: OUTPUTS }),
            value: Type.Number({ minimum: 0, maximum: 20 }),
            unit: Type.Union([Type.Literal('V'), Type.Literal('mA')]),
            seconds: Type.Number({ minimum: 0, maximum: 3600 }),
          },
          closed,
        ),
      ),
    },
    closed,
  ),
)

/** The way from the page to the simulated building controller, which is a process of its own. */
export function controllerRoutes(port: number) {
  const router = new Router({ prefix: '/api/controller' })

  router.post('/', async (ctx) => {
    const { sense, set } = body(said, ctx)
    const lines = [
      ...sense.map((volts, i) => `SENSE ${i + 1} ${volts.toFixed(4)}`),
      ...(set ? [`RAMP ${set.output} ${set.value} ${set.unit} ${set.seconds}`] : []),
    ]
    const ask = Array.from({ length: OUTPUTS }, (_, i) => `OUT ${i + 1}`)
    const read = Array.from({ length: INPUTS }, (_, i) => `IN ${i + 1}`)
    const answers = await exchange(port, [...lines, ...ask, ...read])
    if (!answers) {
      ctx.body = { there: false, port }
      return
    }
    const refusal = answers.find((line) => line.startsWith('NO'))
    if (refusal)
      throw new Refusal(400, {
        code: 'controller/refused',
        where: '/set',
        says: `The controller refuses: ${refusal.slice(3)}.`,
        remedy: 'Set 0 to 10 V, or 0 to 20 mA.',
      })
    const from = lines.length
    ctx.body = {
      there: true,
      port,
      outputs: answers.slice(from, from + OUTPUTS).map(readOutput),
      inputs: answers.slice(from + OUTPUTS).map(readInput),
    }
  })

  return router
}
