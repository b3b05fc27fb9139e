export { type Feed, feedAt, feedsOf } from '../feeds/feeds.ts'
export {
  labelOf,
  markingOf,
  type Piece,
  placeOf,
  pointInWords,
  type Sentence,
  sentenceText,
  terminalInWords,
} from '../words/words.ts'
export type { Dark } from './dark.ts'
export { noLoopInWords } from './dark-in-words.ts'
export { litWires, type WireLight } from './lit.ts'
export { type Loops, loopsOf, stripsOf, type ZoneLoops } from './loops.ts'
export { type Chain, type Link, offBecause } from './off-because.ts'
export type { Strip } from './strip.ts'
export type { Post, Run, Station, Stretch } from './unroll.ts'
export { type Verdict, verdictOf } from './verdict.ts'
export type { ZoneStanding } from './zone-state.ts'
