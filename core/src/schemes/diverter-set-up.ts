export type Port = 'left' | 'right' | 'branch'

/** How a diverter must be set up for the pipes as they are, or why it must not be fitted so. */
export type DiverterSetUp =
  | { readonly legal: false; readonly why: string }
  | {
      readonly legal: true
      readonly heating: Port
      /** Where the groove on the shaft points at rest: at the closed port. */
      readonly groove: Port
      /** Which way the shaft must turn for hot water, seen from the head. */
      readonly turns: 'clockwise' | 'anticlockwise'
      readonly jumpersMoved: boolean
      readonly steps: readonly string[]
    }

/** Where the ports lie round the shaft, seen from the head, in degrees anticlockwise from the right. */
const angle: Readonly<Record<Port, number>> = { right: 0, left: 180, branch: 270 }
/** The turn for hot water with the jumpers as delivered. */
const DELIVERED = 'anticlockwise'

/**
 * The body is a T: left and right are the run, the branch stands off it. Flow comes in by one end of the run and leaves by
 * one of the other two ports, never by the port it came in, and it never enters by the branch.
 */
export function diverterSetUp({ inlet, tank }: { inlet: Port; tank: Port }): DiverterSetUp {
  if (inlet === 'branch')
    return {
      legal: false,
      why: 'Flow never enters the branch port: turn the body so that the flow comes in by the run.',
    }
  if (tank === inlet)
    return { legal: false, why: 'The tank’s pipe and the flow from the boiler cannot be on the same port.' }
  const heating = (['left', 'right', 'branch'] as const).find((port) => port !== inlet && port !== tank)!
  const quarter = (angle[heating] - angle[tank] + 360) % 360
  const turns = quarter === 90 ? 'anticlockwise' : 'clockwise'
  const jumpersMoved = turns !== DELIVERED
  return {
    legal: true,
    heating,
    groove: tank,
    turns,
    jumpersMoved,
    steps: [
      `At rest the groove on the shaft points ${toward(tank)}: the tank’s outlet is closed.`,
      `For hot water it turns ${turns}, a quarter turn, and closes the heating outlet ${toward(heating)}.`,
      jumpersMoved ? 'Move the jumpers, isolated: they carry line voltage.' : 'Leave the jumpers as delivered.',
      'Offer the head up by hand and watch which way it turns before it is screwed on.',
      'Push the dial fully in for automatic.',
    ],
  }
}

const toward = (port: Port) => (port === 'branch' ? 'at the branch' : `to the ${port}`)
