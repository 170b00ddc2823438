export {
  canPromise,
  fitRefusal,
  offerFrom,
  pickOutcome,
  proposePicks,
  wantedGrams,
  type AvailableLot,
  type FishPick,
  type LotOffer,
  type PromiseAnswer,
  type Want,
} from './offers.ts';
export {
  ageShare,
  counterClassIds,
  defaultSettings,
  edgeShare,
  lineRefusal,
  openingCost,
  windowOf,
  type CounterClass,
  type CounterClassId,
  type ModeId,
  type Plan,
  type PlanFish,
  type PlanLine,
  type PlannedFish,
  type PlannedPiece,
  type PlanProblem,
  type PlanSettings,
  type SectionId,
} from './problem.ts';
export { modesOf, sectionOf, type Mode, type Section } from './sections.ts';
export { problemFaults, type ProblemFault } from './faults.ts';
export { planFaults, rankOf, score, type PlanScore } from './score.ts';
export { ifGraded, nearestOffers, type Nearest, type Stock } from './nearest.ts';
export { planChanges, type FishChange, type LineChange } from './compare.ts';
export { offTrim, type OffTrim } from './offTrim.ts';
export { planChance, type PlanChance } from './chance.ts';
export { piecesOf, type Given, type OneFish, type PieceWish } from './gives.ts';
export { planSeconds } from './seconds.ts';
export { whyUnfilled } from './why.ts';
