export { clockSource, cutPace, daysLeft, landedPace, sellBy, spoilageRate, type LifeInput } from './clock.ts';
export { huberLocation, weightedMedian, type Vote } from './consensus.ts';
export {
  categories,
  categoryLimits,
  fitRungs,
  grade,
  isAtOdds,
  isHistamineStop,
  sampleSize,
  usedFor,
  verdicts,
  type Category,
  type FishSigns,
  type Grade,
  type GradeInput,
  type SignVote,
  type Use,
  type Verdict,
} from './grade.ts';
export { bandAt, fitLine, pairsNeeded, quadraticKappa, type AgePair, type Fit } from './calibration.ts';
export {
  damageRefusal,
  damageRules,
  damages,
  nothingObserved,
  observedAdvice,
  roes,
  type Damage,
  type Observed,
  type Roe,
} from './observed.ts';
export {
  applies,
  dayAxis,
  type DayAxis,
  maxIndex,
  maxPoints,
  schemeFaults,
  schemesFor,
  signKinds,
  signsFor,
  type Calibration,
  type Level,
  type Scheme,
  type Sign,
  type SignKind,
} from './scheme.ts';
export { cutPiece, euGeneral, qimBream, qimCod, qimSalmon, shippedSchemes } from './shipped.ts';
export { intakeLimit, type RuleProfile } from './limits.ts';
