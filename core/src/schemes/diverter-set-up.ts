import { figuresOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import type { Figures } from '../parts/kind.ts'

export type Port = 'left' | 'right' | 'branch'

/** How a diverter must be set up for the pipes as they are, or why it must not be fitted so. */
export type DiverterSetUp =
  | { readonly legal: false; readonly why: string }
  | {
      readonly legal: true
      readonly heating: Port
      /** Where the mark on the shaft points at rest. */
      readonly groove: Port
      /** Which way the shaft must turn for hot water, seen from the head. */
      readonly turns: 'clockwise' | 'anticlockwise'
      readonly jumpersMoved: boolean
      readonly steps: readonly string[]
    }

/** Where the ports lie round the shaft, seen from the head, in degrees anticlockwise from the right. */
const angle: Readonly<Record<Port, number>> = { right: 0, left: 180, branch: 270 }
const DIVERTER = 'valve/diverter'
const USUAL = { inlet: 'left', tank: 'branch' } as const

/** What its leaflet says of a diverter's shaft, direction and dial: fields of the kind. */
const usualFigures = (own?: Figures): Figures => figuresOf(catalogue.get(DIVERTER)!, own)

/** The set-up of a job's diverter: its pipes as surveyed, its kind as the catalogue or the user's own kind has it. */
export function setUpOf(job: Pick<Job, 'survey' | 'ownKinds'>): DiverterSetUp {
  const own = Object.values(job.ownKinds ?? {}).find(({ like }) => like === DIVERTER)
  return diverterSetUp(job.survey.diverter ?? USUAL, usualFigures(own?.figures))
}

/**
 * The body is a T: left and right are the run, the branch stands off it. Flow comes in by one end of the run and leaves by
 * one of the other two ports, never by the port it came in, and it never enters by the branch.
 *
 * @param figures how this kind marks its shaft, which way it turns as delivered, how that is changed, whether it has a dial
 */
export function diverterSetUp(
  { inlet, tank }: { inlet: Port; tank: Port },
  figures: Figures = usualFigures(),
): DiverterSetUp {
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
  const delivered = (figures.clockwise ?? 0) > 0 ? 'clockwise' : 'anticlockwise'
  const jumpersMoved = turns !== delivered
  if (jumpersMoved && figures.turnsBy === 0)
    return {
      legal: false,
      why: `This kind turns ${delivered} and cannot be changed: exchange the outlets, or fit one that can.`,
    }
  const groove = (figures.marksOpen ?? 0) > 0 ? heating : tank
  const change = figures.turnsBy === 2 ? 'switch for its direction' : 'links'
  return {
    legal: true,
    heating,
    groove,
    turns,
    jumpersMoved,
    steps: [
      `At rest the mark on the shaft points ${toward(groove)}: the tank’s outlet is closed.`,
      `For hot water it turns ${turns}, a quarter turn, and closes the heating outlet ${toward(heating)}.`,
      jumpersMoved
        ? `Change its ${change}, isolated: line voltage is there.`
        : figures.turnsBy === 0
          ? 'It turns so as delivered.'
          : `Leave its ${change} as delivered.`,
      'Offer the head up by hand and watch which way it turns before it is screwed on.',
      ...((figures.hasDial ?? 1) > 0 ? ['Put its dial back to automatic.'] : []),
    ],
  }
}

const toward = (port: Port) => (port === 'branch' ? 'at the branch' : `to the ${port}`)
