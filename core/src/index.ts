// The core's public face, room by room, from the ground up.

// bench: a live circuit, watched
export { type Delta, deltaOf, withDelta } from './bench/delta.ts'
export { LiveBench, type OnTheBench, type PanelReading, type Snapshot, type Watched } from './bench/live-bench.ts'
// checks, plan, load, rungs, timeline: judged, planned, drawn
export { type Fix, fixOf } from './checks/fix.ts'
export { type Finding, findingsOf, openFindings, rules, type Severity } from './checks/index.ts'
// circuit, motion, meter: the copper, in time, and what an instrument reads on it
export { Circuit } from './circuit/circuit.ts'
export {
  type Branch,
  figuresOf,
  type InstalledPart,
  type Netlist,
  netlistOf,
  spareEnds,
  terminalName,
} from './circuit/netlist.ts'
// schemes, intent, compare, suppose, record: what is meant, what differs, what could be wrong, what was found
export type { Change } from './compare/change.ts'
export { type Comparison, compare } from './compare/compare.ts'
export { namedAs } from './compare/named-as.ts'
// find: from a complaint to the part to put right
// deduce: where conductors lead that nobody has followed
export { type Beep, beepsNeeded, fewestBeeps, SEARCHED } from './deduce/beeps.ts'
export { DeadWall } from './deduce/dead-wall.ts'
export type { Deduced } from './deduce/deduce.ts'
export { ALL_WRITTEN, sheathsIn } from './deduce/facts.ts'
export { leadColour } from './deduce/loose-ends.ts'
export { pointOf } from './deduce/nodes.ts'
export { type Opener, type SourceRound, standOfRound } from './deduce/rounds.ts'
export { roundFor, type Tracing, tracingOf, tracingOfJob } from './deduce/tracing.ts'
export { deducedInWords, nodeInWords } from './deduce/words.ts'
export { type Feed, feedAt, feedsOf } from './feeds/feeds.ts'
export { type Ask, type AskForm, lookedAt, readIn, type Shown, type Unit } from './find/ask.ts'
export { askKind, askKinds, WORDS as FIND_WORDS, wordFor } from './find/asks/index.ts'
export { type Complained, complainedOf } from './find/complained.ts'
export {
  callsWhen,
  type Evidence,
  evidenceOf,
  isRight,
  ROOMS,
  type RoomSeen,
  type Seen,
  withComplaint,
} from './find/evidence.ts'
export { Finder } from './find/finder.ts'
export type { Findings, UnitLeft } from './find/findings.ts'
export { type Compared, comparedWithFixed, fixedOrder } from './find/fixed-order.ts'
export { countLeft } from './find/likelihood.ts'
export { inReach, type Means, type Tool, tools } from './find/means.ts'
export { minutesTo } from './find/minutes.ts'
export type { Proposed } from './find/proposals.ts'
export { putRightBy } from './find/put-right.ts'
export type { Reason, Why } from './find/reasons.ts'
export { type Pattern, patternsIn, Rooms } from './find/rooms.ts'
export { type Ended, search, type Wanted } from './find/search.ts'
export { calling, DEAD, keyOfAsk, NOBODY, type Stand as AskStand, stampOf, standKey, standsFor } from './find/stand.ts'
export { StandInWall } from './find/stand-in-wall.ts'
export { NONE, type Suspect, unitInWords, WELL } from './find/suspects.ts'
export { tellings } from './find/told.ts'
export { writeOwnKind } from './formats/own-kind.ts'
export { writeSpice } from './formats/spice.ts'
// proof, hands: every combination of calls, and what hands do
export { conductorBetween, nextLabel, spareCores } from './hands/conductor.ts'
export { copyZone } from './hands/copy-zone.ts'
export { hangPart } from './hands/hang.ts'
export { removePart } from './hands/remove.ts'
export { spliceInto } from './hands/splice-into.ts'
// hookup: the isolation gate, and what is still to be landed
export { type Brought, bringList } from './hookup/bring.ts'
export { type Gate, gateOf, isDead } from './hookup/gate.ts'
export { doneBodies, otherwiseBodies } from './hookup/landing.ts'
export { type Join, type LandingEnd, type RunSheet, runSheet } from './hookup/run-sheet.ts'
export type { Core } from './hookup/swap/cores.ts'
export { type Incoming, type SwapPlace, swapPlaces } from './hookup/swap/places.ts'
export type { SwapStep } from './hookup/swap/steps.ts'
export { type Swap, swapOf } from './hookup/swap/swap.ts'
export { heating, type Intent, intentOf } from './intent/intent.ts'
// job: the document, its edits, units
export { documentOf, jobWith, noCircuit, plannedJob } from './job/document.ts'
export * from './job/edit.ts'
export * from './job/failure.ts'
export { freshId } from './job/fresh-id.ts'
export { mains } from './job/practice.ts'
export * from './job/schema.ts'
export * from './job/units.ts'
export { controlsOf, MOST_ZONES, moveZone, placeNamed, removeZone, valvesOf, zonesInOrder } from './job/zones.ts'
export { type AtWorst, atWorst, type Budget, budgetsOf } from './load/budget.ts'
export { LoadBench, type Moment, peakOf } from './load/carried.ts'
export { type ContactLoad, contactLoads, isTooMuch } from './load/contacts.ts'
export { whoCallsInWords } from './load/full-calls.ts'
export { fuseFor } from './load/fuse-size.ts'
export { LIMITED, MARGIN } from './load/limits.ts'
export type { LineDevice } from './load/line-volts.ts'
export { type Draws, drawsOf, type FittedSource, fitSource, type SourcePoint } from './load/measured.ts'
export type { Mend } from './load/mends.ts'
export { type DeviceReading, type MeasuredLoad, measuredLoad, type SourceReading } from './load/readings.ts'
export { type RoomFor, roomFor } from './load/room.ts'
export type { Device, SourceLoad } from './load/source-load.ts'
export { type LoadStudy, studyLoad } from './load/study.ts'
export { worstTogether } from './load/worst.ts'
export { type Drawing, type Shape, svgOf } from './log/drawings/drawing.ts'
export { drawingsOf } from './log/drawings/index.ts'
export { type FirmRow, firmFactors, type Mended, mendedIn, pieceOf, tallyOf } from './log/firm.ts'
export { type Activity, daysWithoutHours, guessedHours, hoursIn } from './log/hours.ts'
export { type CustomerOption, optionsFor } from './log/options.ts'
export { type PartRow, partsOnRecord, type RegisterRow, registerOf, type Tally, tallyOfParts } from './log/register.ts'
export { customerReport, fullReport, type Report, type ReportSection, type ReportTable } from './log/report.ts'
export { type LogFilter, type Told, toldBy } from './log/told.ts'
// log: what was told, and what is printed of it
export { wallPaper } from './log/wall-paper.ts'
// loops: following the voltage
export * from './loops/index.ts'
export { meaningOf } from './meter/meaning.ts'
export { clamp, type MeterMode, type MeterReading, probe, read } from './meter/meter.ts'
export { openingMode } from './meter/opening-mode.ts'
export { type Typical, typicalOf } from './meter/typical.ts'
export { type Alterations, together, unaltered } from './motion/alterations.ts'
export { type Asking, ask, askingOf } from './motion/asking.ts'
export { Chronicle, statesOf } from './motion/chronicle.ts'
export type { Happening } from './motion/happening.ts'
export { played } from './motion/plays.ts'
export { type Mark, type Settings, Simulation } from './motion/simulation.ts'
// parts: the catalogue
export { catalogue, kindOf, kinds, terminalsInOrder } from './parts/index.ts'
export type { CircuitClass, Control, Dial, Fault, PartKind, State, StateValue, Terminal } from './parts/kind.ts'
export { addZone, blankJob } from './parts/new-job.ts'
export { endSwitchOf } from './parts/roles.ts'
export { type CablePlan, cablePlans, cableWouldDo } from './plan/cables.ts'
export { circuitsAtParts } from './plan/circuits-at.ts'
export { netWires } from './plan/net-wires.ts'
export { type SketchLine, sketchOf } from './plan/sketch.ts'
export { type TerminalsPlan, terminalsPlan } from './plan/terminals.ts'
export { LAYERS, type Layer, layersByNode, layersOf } from './poles/layers.ts'
export { deadMap, guardsOf, type LiveTerminal, liveTerminals } from './proof/live-map.ts'
export { BOILER, isOn, type OutputRule, outputRules, proofRows } from './proof/outputs.ts'
export { fixOfDifference, pathOf } from './proof/path.ts'
export { MOST_PROVEN, type Progress, type Proof, prove, proven } from './proof/proof.ts'
export type { Difference } from './proof/proof-bench.ts'
// prove: the commissioning script, how far it has come, what it is compared with
export { type BenchCheck, benchCheckOf } from './prove/bench-check.ts'
export { coldAfter } from './prove/cold-after.ts'
export { leftOut } from './prove/left-out.ts'
export { closingCheck, stepsFor } from './prove/parts-of-script.ts'
export { type AtPlace, placesOfStep } from './prove/places-of-step.ts'
export { plantOf } from './prove/plant.ts'
export {
  type Baseline,
  baselineKey,
  baselineOf,
  notSignable,
  type Outcome,
  type ProofRun,
  proofsIn,
  type StepOutcome,
} from './prove/proofs.ts'
export { keeps } from './prove/prove-bench.ts'
export { deadReads } from './prove/reads.ts'
export { scriptOf } from './prove/script.ts'
export type { Expectation, ExpectedReading, Script, Step } from './prove/step.ts'
export { triedBy } from './prove/tried.ts'
export { asLeft } from './record/as-left.ts'
export { assumedOf, certaintyAt } from './record/certainty.ts'
export { circuitOf, keyOf, type Standing, usualCircuit, type Which } from './record/circuit-of.ts'
export { Entry, hadSeen, inOrder, type Maker, nextEntry } from './record/entry.ts'
export type { Certainty, OpenAction } from './record/entry-kind.ts'
export { type Conflict, type Found, foundOf, takenBack } from './record/found.ts'
export { acts } from './record/kinds/action.ts'
export { openCases } from './record/kinds/case.ts'
export { ACTIVITIES, inHours } from './record/kinds/hours.ts'
export { entryInWords, entryKindOf, entryKinds } from './record/kinds/index.ts'
export { type Pin, photosIn } from './record/kinds/photo.ts'
export type { Reading } from './record/kinds/reading.ts'
export { type Moved, movedByHand } from './record/moved.ts'
export { Stand } from './record/stand.ts'
export { standInWords } from './record/stand-in-words.ts'
export { type Ladder, type Ladders, laddersOf, type Rung } from './rungs/ladders.ts'
export { type LadderLight, ladderLight, pieceKey } from './rungs/light.ts'
export type { Piece as RungPiece } from './rungs/paper-nets.ts'
export {
  CONTACT as RUNG_CONTACT,
  LOAD as RUNG_LOAD,
  type PlacedLine,
  type PlacedPiece,
  placed as placedRung,
  ROW as RUNG_ROW,
  rowsOf as rungRows,
  widthOf as rungWidth,
} from './rungs/place.ts'
export { type Network, piecesOf } from './rungs/series-parallel.ts'
export { beginnings, begunFrom } from './schemes/begin.ts'
export { type DiverterSetUp, type Port, setUpOf } from './schemes/diverter-set-up.ts'
export { transformersAsked } from './schemes/facts.ts'
export { fitOf, fittingSchemes, schemeCalled, schemes, wiredBy } from './schemes/index.ts'
export { isWaxHead } from './schemes/manifold.ts'
export { type Nearest, nearestFits } from './schemes/nearest.ts'
export { outOfStep } from './schemes/out-of-step.ts'
export { faultsOfOwnKind, likeOf } from './schemes/own-kinds.ts'
export { type Rewiring, rewireBy, rewired, wireBy } from './schemes/rewire.ts'
export type { Scheme } from './schemes/scheme.ts'
export { type School, type SchoolName, schoolOf, schools } from './schemes/schools.ts'
// standing: how far each stage of a job has come
export { type StageId, type StageStanding, Standings, stageStandings, standings } from './standing/index.ts'
export { type JobSummary, SUMMARY_VERSION, summaryOf } from './standing/summary.ts'
// sums: pocket calculations
export * from './sums/index.ts'
export { benchWith, runWith } from './suppose/bench.ts'
export {
  alterationsOf,
  checkSupposition,
  everySupposition,
  inPattern,
  presentAt,
  reshaped,
  suppositionInWords,
  unitOf,
} from './suppose/index.ts'
export { repairedBy } from './suppose/put-right.ts'
export { Supposition } from './suppose/supposition.ts'
export { clockWords } from './timeline/clock-words.ts'
export { type Sequence, type SequenceStep, sequenceOf } from './timeline/sequence.ts'
export { type Awaited, type Bar, type Lane, type Timeline, timelineOf } from './timeline/timeline.ts'
export type { Window } from './timeline/windows.ts'
// words: what things are called
export { listed } from './words/listed.ts'
export type { Spot } from './words/spot.ts'
export {
  contactName,
  labelOf,
  markingOf,
  type Piece,
  placeOf,
  pointInWords,
  type Sentence,
  sentenceText,
  terminalInWords,
} from './words/words.ts'
