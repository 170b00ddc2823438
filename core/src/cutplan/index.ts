export {
  canPromise,
  fitRefusal,
  lotDays,
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
  lineRefusal,
  modeIds,
  openingCost,
  sectionIds,
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
export { planFaults, score, type PlanScore } from './score.ts';
export { compile, type Compiled } from './compile.ts';
export { firstCome } from './firstCome.ts';
export { toPlan } from './state.ts';
