/**
 * How often each thing is wrong beside the others, in a plant of ordinary age: relative, per part or conductor. Usual figures of
 * the trade, to be moved by what a firm finds; the first form that fits an id counts.
 */
export const weights: readonly { readonly form: RegExp; readonly weight: number; readonly says: string }[] = [
  { form: /\/switchNeverMakes$/, weight: 2.5, says: 'an end switch that never makes' },
  { form: /\/switchNeverOpens$/, weight: 1.5, says: 'an end switch that stays made' },
  { form: /\/switchNotReached$/, weight: 1, says: 'an end switch that is not reached' },
  { form: /\/windingOpen$/, weight: 3, says: 'an open winding' },
  { form: /\/windingShorted$/, weight: 1, says: 'shorted turns' },
  { form: /\/(gearStripped|strippedOpen)$/, weight: 1.5, says: 'a stripped gear' },
  { form: /\/bodySeizedShut$/, weight: 2, says: 'a body seized shut' },
  { form: /\/(seizedOpen|bodySeizedPartWay)$/, weight: 0.5, says: 'a body stuck open' },
  { form: /\/(headStaysOpen|stopsPartWay)$/, weight: 0.5, says: 'a head that stands still' },
  { form: /\/headMisseated$/, weight: 1, says: 'a head that sits badly' },
  { form: /\/(neverMakes|batteryDead)$/, weight: 2.5, says: 'a thermostat that never calls' },
  { form: /\/neverOpens$/, weight: 1.5, says: 'a contact that never opens' },
  { form: /\/setTooLow$/, weight: 1.5, says: 'a setting' },
  { form: /\/leftOff$/, weight: 2, says: 'a switch left off' },
  { form: /\/(blown|tripped)$/, weight: 3, says: 'a fuse' },
  { form: /\/secondaryOpen$/, weight: 2.5, says: 'an open secondary' },
  { form: /\/primaryOpen$/, weight: 2, says: 'an open primary' },
  { form: /\/(linkOpen|weak)$/, weight: 1, says: 'a weak transformer' },
  { form: /\/limitTripped$/, weight: 2, says: 'a limit' },
  { form: /\/noFlame$/, weight: 1.5, says: 'a burner that does not light' },
  { form: /\/seized$/, weight: 1.5, says: 'a seized pump' },
  { form: /\/loose\d+$/, weight: 0.6, says: 'a loose way of a splice' },
  { form: /^wire:[^.]+\/open$/, weight: 0.25, says: 'a broken conductor' },
  { form: /^wire:.+\.(from|to)\/open$/, weight: 0.3, says: 'a lead off its terminal' },
  { form: /^wire:.+\/lifted$/, weight: 0.3, says: 'a lead not landed' },
  { form: /^wire:.+\/ohms$/, weight: 0.5, says: 'a joint with ohms' },
  { form: /^wire:.+\/earth$/, weight: 0.1, says: 'a core on earth' },
  { form: /^lead:/, weight: 0.4, says: 'leads exchanged' },
  { form: /^pair:/, weight: 0.3, says: 'cores that touch' },
  { form: /^supply\/(dead|low)$/, weight: 0.7, says: 'no mains' },
  { form: /^supply\//, weight: 0.2, says: 'odd mains' },
  { form: /^part:.+\/ohms$/, weight: 0.5, says: 'a dirty contact' },
  // A figure is how a part is, not what became of it.
  { form: /\/figure\./, weight: 0, says: 'another figure' },
  { form: /^part:[^/]+\/[a-z0-9]+\+[a-z0-9]+\/short$/, weight: 0.1, says: 'neighbours that touch' },
  { form: /^part:/, weight: 1, says: 'another fault of a part' },
]

/** The weight of a supposition; nothing for what is no fault. */
export const weightOf = (id: string): number => weights.find(({ form }) => form.test(id))?.weight ?? 0.2

/** Nothing of what is known: never ruled out, however much speaks against it, for the library is never whole. */
export const NONE_OF_THESE = 2
/** Nothing is wrong: somebody waits for what is on its way, or asks at the wrong hour. */
export const NOTHING_WRONG = 3
