/** A limited-energy 24 V circuit stays at or under this for each transformer, VA. */
export const LIMITED = 100
/** Share of the rating that is used on purpose: what is above it is margin. */
export const MARGIN = 0.8
